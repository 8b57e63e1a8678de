-- Pieces of the first release were straight cuts: what they could not say yet is filled in, and nothing they said is
-- changed. json_insert leaves a value alone that is there already.
UPDATE tickets SET draft = json_insert(draft,
  '$.work.shape', 'straight', '$.work.grade', '', '$.work.composition', '', '$.work.hollow', 'no',
  '$.work.position', 'flat', '$.work.wind', 'calm', '$.work.bevel', '30 deg', '$.work.bevelFrom', 'square',
  '$.work.lean', 'over-part', '$.work.land', '', '$.work.diameter', '', '$.work.width', '', '$.work.count', '1',
  '$.work.stock', '', '$.work.trim', '', '$.work.fastener', 'bolt', '$.work.pipeCut', 'square',
  '$.work.pipeAngle', '', '$.work.runDiameter', '', '$.work.offset', '', '$.work.section', 'angle',
  '$.work.depth', '', '$.work.copeLength', '', '$.work.copeDepth', '', '$.work.pierces', '1', '$.work.trial', '',
  '$.work.practice', json('[]'), '$.work.cautions', json('[]'), '$.work.outlineId', NULL,
  '$.rig.tipPieces', '', '$.rig.hoseGrade', '', '$.rig.piping', 'none', '$.rig.hand', 'right',
  '$.rig.guideHeight', '', '$.rig.dial', '', '$.rig.acetyleneCylinders', '',
  '$.usual', json('{"oxygen":"","fuel":"","tip":""}'));
UPDATE runs SET
  draft = json_insert(draft,
    '$.work.shape', 'straight', '$.work.grade', '', '$.work.composition', '', '$.work.hollow', 'no',
    '$.work.position', 'flat', '$.work.wind', 'calm', '$.work.bevel', '30 deg', '$.work.bevelFrom', 'square',
    '$.work.lean', 'over-part', '$.work.land', '', '$.work.diameter', '', '$.work.width', '', '$.work.count', '1',
    '$.work.stock', '', '$.work.trim', '', '$.work.fastener', 'bolt', '$.work.pipeCut', 'square',
    '$.work.pipeAngle', '', '$.work.runDiameter', '', '$.work.offset', '', '$.work.section', 'angle',
    '$.work.depth', '', '$.work.copeLength', '', '$.work.copeDepth', '', '$.work.pierces', '1', '$.work.trial', '',
    '$.work.practice', json('[]'), '$.work.cautions', json('[]'), '$.work.outlineId', NULL,
    '$.rig.tipPieces', '', '$.rig.hoseGrade', '', '$.rig.piping', 'none', '$.rig.hand', 'right',
    '$.rig.guideHeight', '', '$.rig.dial', '', '$.rig.acetyleneCylinders', '',
    '$.usual', json('{"oxygen":"","fuel":"","tip":""}')),
  plan = json_insert(plan, '$.cautions', json('[]'), '$.before', json('[]'));
UPDATE torches SET rig = json_insert(rig,
  '$.tipPieces', '', '$.hoseGrade', '', '$.piping', 'none', '$.hand', 'right', '$.guideHeight', '', '$.dial', '',
  '$.acetyleneCylinders', '');

UPDATE settings SET value = json_insert(value,
  '$.prices', json('{"oxygen":"","fuel":"","hour":"","per":"100 cu ft"}'));

-- Outlines as they came: the file's own text, from which everything else is worked out again.
CREATE TABLE outlines (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  format     TEXT NOT NULL CHECK (format IN ('dxf', 'svg')),
  unit       TEXT NOT NULL,
  text       TEXT NOT NULL,
  created_at TEXT NOT NULL
) STRICT;

-- Bars and plates on the rack: bought lengths, and what cut lists left over.
CREATE TABLE stock (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  length_m   REAL NOT NULL,
  count      INTEGER NOT NULL CHECK (count >= 0),
  origin     TEXT NOT NULL CHECK (origin IN ('bought', 'remnant')),
  created_at TEXT NOT NULL
) STRICT;

-- Cuts that were booked, so that one that is sent twice is booked once.
CREATE TABLE stock_cuts (
  id         TEXT PRIMARY KEY,
  created_at TEXT NOT NULL
) STRICT;

-- The shop's own tips, by name and orifice as typed.
CREATE TABLE tips (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL,
  orifice    TEXT NOT NULL,
  created_at TEXT NOT NULL
) STRICT;
CREATE UNIQUE INDEX tips_name ON tips (lower(name));
