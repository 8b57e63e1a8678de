-- Torches and pieces of before had nothing to say of brazing: what they could not say yet is filled in, and nothing
-- they said is changed. json_insert leaves a value alone that is there already.
UPDATE tickets SET draft = json_insert(draft, '$.rig.braze',
  json('{"tipOrifice":"","head":"single","ports":"","torchKind":"equal-pressure","torches":"1","chart":[]}'));
UPDATE runs SET draft = json_insert(draft, '$.rig.braze',
  json('{"tipOrifice":"","head":"single","ports":"","torchKind":"equal-pressure","torches":"1","chart":[]}'));
UPDATE torches SET rig = json_insert(rig, '$.braze',
  json('{"tipOrifice":"","head":"single","ports":"","torchKind":"equal-pressure","torches":"1","chart":[]}'));
UPDATE settings SET value = json_insert(value,
  '$.schools', json('{"flame":"slightly-reducing","pressures":"equal","heat":"by-tip","purge":"measured-flow","cooling":"still-air","cue":"flux","feeding":"flame-ahead","protection":"wet-rag","ironFlame":"neutral"}'),
  '$.shelf', json('[]'));
