/** Cards of what is seen and said at work: signs and their causes, words of the trade, lines with something wrong. */
import { findCause, SIGNS, type CauseId, type Sign } from '../check/faults.ts'
import { GLOSSARY } from '../words/glossary.ts'
import { capital } from '../words/trade.ts'
import type { Answer, Card } from './card.ts'
import { ORDER_CARD_RIGS } from './card-rigs.ts'
import { LOOKS, rightLine, wrongFor, wrongLineOf, wrongTold, type Look } from './wrong-lines.ts'

/** The cause that weighs most. */
const likeliest = ({ causes }: Sign): CauseId | undefined =>
  (Object.entries(causes) as [CauseId, number][]).sort(([, a], [, b]) => b - a)[0]?.[0]
/** What a sign comes from, one of its likeliest causes; wrong is what other signs of its kind come from and this one never does. */
export const signs = (): readonly Card[] =>
  SIGNS.flatMap((sign): Card[] => {
    const id = likeliest(sign)
    const cause = id && findCause(id)
    if (!cause) return []
    const others = SIGNS.filter((s) => s.of === sign.of)
      .flatMap((s) => likeliest(s) ?? [])
      .filter((c, i, all) => !(c in sign.causes) && all.indexOf(c) === i)
      .flatMap((c) => findCause(c) ?? [])
    return [
      {
        id: `signs:${sign.id}`,
        deck: 'signs',
        ask: `${sign.name}. Which of these does it come from?`,
        right: { key: cause.id, text: cause.name },
        wrong: others.map((c) => ({ key: c.id, text: c.name })),
        because: `${cause.tell} ${cause.fix}`,
      },
    ]
  })

/** What is meant by a word. */
export const words = (): readonly Card[] => {
  const asked = GLOSSARY.filter((line, i, all) => all.findIndex((l) => l.said === line.said) === i).filter(
    ({ said, means }) => said !== means,
  )
  return asked.map(({ said, means, text }) => ({
    id: `words:${said.replaceAll(' ', '-')}`,
    deck: 'words',
    ask: `Somebody says “${said}”. What is meant?`,
    right: { key: means, text: capital(means) },
    wrong: [...new Set(asked.map((l) => l.means))]
      // another sense of the same word is not wrong
      .filter((m) => !GLOSSARY.some((l) => l.said === said && l.means === m))
      .map((m) => ({ key: m, text: capital(m) })),
    because: text,
  }))
}

const LOOK_ASKS: Readonly<Record<Look, string>> = {
  found: 'You are about to open the cylinders. What is wrong with this line?',
  ready: 'You are about to light it. What is wrong with this line?',
  lit: 'You are about to begin. What is wrong with this line?',
  left: 'You are about to go home. What is wrong with this line?',
}
const NOTHING: Answer = { key: 'nothing', text: 'Nothing is wrong with it' }
/** What is wrong with a line that is drawn. */
export const lines = (): readonly Card[] =>
  Object.entries(ORDER_CARD_RIGS).flatMap(([name, rig]) =>
    LOOKS.flatMap((look): Card[] => {
      const ids = wrongFor(look, rig)
      const right = rightLine(look, rig)
      const answers = ids.map((id): Answer => ({ key: id, text: wrongTold(id).name }))
      if (!right) return []
      return [
        ...ids.flatMap((id): Card[] => {
          const seen = wrongLineOf(id, rig, right)
          return seen
            ? [
                {
                  id: `line:${name}:${id}`,
                  deck: 'line',
                  ask: LOOK_ASKS[look],
                  right: { key: id, text: wrongTold(id).name },
                  wrong: [...answers.filter((a) => a.key !== id), NOTHING],
                  because: wrongTold(id).because,
                  seen,
                  rig,
                },
              ]
            : []
        }),
        {
          id: `line:${name}:${look}`,
          deck: 'line',
          ask: LOOK_ASKS[look],
          right: NOTHING,
          wrong: answers,
          because: 'Look along it in the same order each time: cylinders, screws, needles, hoses, torch.',
          seen: right,
          rig,
        },
      ]
    }),
  )
