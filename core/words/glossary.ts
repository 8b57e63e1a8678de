/** What the trade says, led to the standard term. */

/** A word of the trade in one of its senses. */
export interface GlossaryLine {
  readonly said: string
  /** The standard term. */
  readonly means: string
  readonly text: string
}

/** The words, those for joining first; a word of several senses stands once for each. */
export const GLOSSARY: readonly GlossaryLine[] = [
  {
    said: 'silver solder',
    means: 'brazing',
    text: 'Silver brazing: its filler melts above 450 °C (840 °F). Not a solder.',
  },
  {
    said: 'hard solder',
    means: 'brazing',
    text: 'Brazing with silver or copper-zinc filler, above 450 °C (840 °F).',
  },
  { said: 'hard soldering', means: 'brazing', text: 'Brazing, above 450 °C (840 °F).' },
  {
    said: 'silver braze',
    means: 'brazing',
    text: 'Brazing copper with phosphorus-bearing filler, with or without silver.',
  },
  { said: 'silver brazing', means: 'brazing', text: 'Brazing with a silver-bearing filler.' },
  {
    said: 'bronze welding',
    means: 'braze welding',
    text: 'Braze welding: a copper-zinc bead is built up, nothing is drawn into a gap.',
  },
  { said: 'brass welding', means: 'braze welding', text: 'Braze welding with copper-zinc rod.' },
  { said: 'brazed welding', means: 'braze welding', text: 'Braze welding.' },
  { said: 'soft solder', means: 'soldering', text: 'Soldering, below 450 °C (840 °F).' },
  {
    said: 'sweating',
    means: 'soldering',
    text: 'Soldering a socket joint; some say it of brazing too. Ask which.',
  },
  {
    said: 'tinning',
    means: 'braze welding',
    text: 'The first thin coat of filler that wets the face before it is built up.',
  },
  {
    said: 'spelter',
    means: 'brazing',
    text: 'Old word for copper-zinc brazing filler, and for zinc itself.',
  },
  { said: 'welding', means: 'fusion welding', text: 'Melts the base metal itself; brazing does not.' },
  {
    said: 'purge a hose',
    means: 'hose purge',
    text: 'One gas alone runs through its hose until nothing else is left in it, before lighting.',
  },
  {
    said: 'purge a line',
    means: 'nitrogen purge',
    text: 'Nitrogen flows slowly through the tube while it is brazed and cools, so that no black scale forms inside.',
  },
  {
    said: 'purge a system',
    means: 'sweeping',
    text: 'Nitrogen sweeps air, oil mist or what is left of a refrigerant out of a line before it is opened or heated. The refrigerant itself is recovered, not purged.',
  },
  {
    said: 'backfire',
    means: 'backfire',
    text: 'A pop: the flame goes back into the tip, and out or on again. Shut the oxygen, then the fuel, let the tip cool, find why.',
  },
  {
    said: 'flashback',
    means: 'flashback',
    text: 'The flame burns on inside the torch or a hose, with a squeal or a hiss. Oxygen at the torch shut at once, then the fuel, then both cylinders.',
  },
  {
    said: 'rosebud',
    means: 'heating head',
    text: 'A head of many flames for heating; it draws a great deal of gas.',
  },
  {
    said: 'cold cap',
    means: 'filler on the lip alone',
    text: 'A cap of filler over the mouth of a socket that was too cold to draw it in: it looks sealed, and the socket is dry.',
  },
  {
    said: 'line set',
    means: 'suction and liquid line',
    text: 'The pair of copper tubes between the two halves of a cooling plant.',
  },
  {
    said: 'stub',
    means: 'tube stub',
    text: 'A short piece of tube on a valve or a body, so that the next joint is made away from what heat would harm.',
  },
  {
    said: 'swage',
    means: 'swaged socket',
    text: 'The end of a tube widened so that the next tube goes in: a socket without a fitting.',
  },
  {
    said: 'burn bar',
    means: 'oxygen lance',
    text: 'A steel pipe fed with oxygen that burns away itself as it cuts. Not planned here: for people trained on it.',
  },
]

/** Lines of the glossary that a search finds: each of its words stands in the word or its meaning. */
export function findInGlossary(search: string): readonly GlossaryLine[] {
  const wanted = search
    .toLowerCase()
    .trim()
    .split(/[\s-]+/)
  if (wanted[0] === '') return []
  return GLOSSARY.filter((n) => {
    const said = `${n.said} ${n.means}`.replaceAll('-', ' ')
    return wanted.every((w) => said.includes(w))
  })
}
