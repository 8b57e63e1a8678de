-- What a shop owns beside torches and tips; a thing that is put aside keeps its row.
CREATE TABLE gear (
  id         TEXT PRIMARY KEY,
  kind       TEXT NOT NULL,
  name       TEXT NOT NULL,
  fields     TEXT NOT NULL,
  active     INTEGER NOT NULL DEFAULT 1 CHECK (active IN (0, 1)),
  created_at TEXT NOT NULL,
  updated_at TEXT NOT NULL
) STRICT;

ALTER TABLE people ADD COLUMN role TEXT NOT NULL DEFAULT 'practised'
  CHECK (role IN ('practised', 'apprentice', 'instructor'));

-- the ways out of a run and back, frozen with it as its steps are
ALTER TABLE runs ADD COLUMN breaks TEXT NOT NULL DEFAULT '{}';

-- What could not be said before is filled in, and nothing that was said is changed.
UPDATE torches SET rig = json_insert(rig, '$.torch', json('{"kind":"","lighting":"","shutdown":"","seat":"","mixer":"","valves":"","checkValves":"yes","oxygenRating":"","fuelRating":""}'));
UPDATE tickets SET draft = json_insert(draft, '$.rig.torch', json('{"kind":"","lighting":"","shutdown":"","seat":"","mixer":"","valves":"","checkValves":"yes","oxygenRating":"","fuelRating":""}'));
UPDATE runs SET draft = json_insert(draft, '$.rig.torch', json('{"kind":"","lighting":"","shutdown":"","seat":"","mixer":"","valves":"","checkValves":"yes","oxygenRating":"","fuelRating":""}'));
UPDATE settings SET value = json_insert(value,
  '$.limits', json('{"draw":"intermittent","purgeFloor":"0.7"}'),
  '$.schools.cylinderOrder', 'fuel-first', '$.schools.acetyleneTurns', 'three-quarters',
  '$.schools.otherFuelTurns', 'fully', '$.schools.oneAtATime', 'one-wholly', '$.schools.hosePurge', 'own-step',
  '$.schools.screwsAtEnd', 'out', '$.schools.setPressures', 'flowing', '$.schools.lightAcetylene', 'fuel-only',
  '$.schools.fuelValve', 'quarter', '$.schools.lightOther', 'near-plate', '$.schools.shutTorch', 'by-manual',
  '$.schools.bleeding', 'oxygen-first', '$.schools.leakCheck', 'after-change', '$.schools.trimBy', 'oxygen',
  '$.schools.shade', 'table', '$.schools.cones', 'clear', '$.schools.pressCue', 'cherry',
  '$.schools.thinPlate', 'none', '$.schools.guide', 'clamped', '$.schools.preheatPass', 'cold',
  '$.schools.torchAngle', 'by-thickness', '$.schools.cutTube', 'roller', '$.schools.gapBridge', 'never',
  '$.schools.secondSide', 'if-it-lets-go', '$.schools.crackGroove', 'vee');

-- a run that was ended before its last step is not written down
ALTER TABLE runs ADD COLUMN stopped INTEGER NOT NULL DEFAULT 0 CHECK (stopped IN (0, 1));
UPDATE runs SET stopped = 1
  WHERE EXISTS (SELECT 1 FROM run_events e WHERE e.run_id = runs.id AND e.kind = 'stop');
