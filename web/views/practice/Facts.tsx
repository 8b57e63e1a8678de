import { Check, X } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { Link, useParams } from 'react-router'
import { DECK_IDS, DECKS, type Card } from '#core/teach/card.ts'
import { answersOf, cardsOf } from '#core/teach/cards.ts'
import { MIXED } from '#core/teach/facts.ts'
import { dealt, type CardStands } from '#core/teach/schedule.ts'
import { practiceApi } from '../../app/practice-api.ts'
import { useShop } from '../../app/shop.ts'
import { useApp } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { Alone } from './Alone.tsx'
import { Worth } from './bench-parts.tsx'
import { RigLine } from './RigLine.tsx'
import { newSeed } from './seed.ts'
import { typing } from './key-target.ts'
import { useRound } from './useRound.ts'

const NOT_ASKED: readonly CardStands[] = []

/** One of each deck in turn, so that a round of every kind is one. */
function inTurn(decks: readonly (readonly Card[])[]): readonly Card[] {
  const longest = Math.max(...decks.map((d) => d.length))
  return Array.from({ length: longest }, (_, i) => decks.flatMap((d) => d[i] ?? [])).flat()
}

/** Question cards of one kind, or of every kind: what is due, then what is new. */
export default function Facts() {
  const { deck: asked } = useParams()
  const { settings, units } = useShop()
  const personId = useApp((s) => s.device.personId)
  const stands = practiceApi.useCardsQuery(personId ?? '', { skip: personId === null })
  const deck = DECK_IDS.find((d) => d === asked)
  const [round, setRound] = useState(0)
  const { region } = settings
  const cards = useMemo(() => {
    const decks = (deck ? [deck] : DECK_IDS).map((d) => cardsOf(d, { units, region }))
    return inTurn(decks)
  }, [deck, units, region])
  if (!deck && asked !== MIXED)
    return (
      <Alone title="There are no such cards">
        <p>What can be practised stands on its page.</p>
      </Alone>
    )
  if (personId !== null && !stands.data && !stands.error) return <Opening />
  return (
    <Dealt
      key={`${deck ?? MIXED} ${round}`}
      deck={deck ?? MIXED}
      title={deck ? DECKS[deck] : 'Cards of every kind'}
      cards={cards}
      stands={stands.data ?? NOT_ASKED}
      again={() => setRound(round + 1)}
    />
  )
}

function Dealt({
  deck,
  title,
  cards,
  stands,
  again,
}: {
  readonly deck: string
  readonly title: string
  readonly cards: readonly Card[]
  readonly stands: readonly CardStands[]
  readonly again: () => void
}) {
  const { say } = useShop()
  // what was dealt stays in hand, whatever is answered meanwhile
  const [{ ids, seed }] = useState(() => ({
    ids: dealt(
      cards.map((c) => c.id),
      stands,
      new Date().toISOString(),
    ),
    seed: newSeed() % 2 ** 31,
  }))
  const hand = useMemo(() => ids.flatMap((id) => cards.find((c) => c.id === id) ?? []), [ids, cards])
  const round = useRound(deck, hand, seed)
  const { card, place, chosen, choose, next } = round
  const over = round.recording !== undefined && card === undefined
  return (
    <main className="mx-auto grid max-w-[1080px] gap-4 px-4 py-4 md:px-6">
      <header className="flex flex-wrap items-baseline gap-3">
        <h1 className="grow text-section">{title}</h1>
        <p className="text-field text-soft">
          {over ? 'Done' : `${Math.min(place, hand.length)} of ${hand.length}`}
        </p>
      </header>
      {card ? (
        <Asked key={card.id} card={card} seed={seed + place} chosen={chosen} choose={choose} next={next} />
      ) : (
        <section aria-label="How it went" className="grid max-w-[60ch] gap-4">
          <Worth title="Known" points={round.points} />
          {round.missed.length > 0 ? (
            <section aria-label="To be asked again" className="grid gap-3">
              <h2 className="text-label">These come again soon</h2>
              {round.missed.map((c) => (
                <div key={c.id} className="border-l-4 border-brick pl-3">
                  <p>{say(c.ask)}</p>
                  <p>
                    <strong>{say(c.right.text)}.</strong> {say(c.because)}
                  </p>
                </div>
              ))}
            </section>
          ) : (
            <p>All of them come again later, the better they are known the later.</p>
          )}
          <div className="flex flex-wrap gap-3">
            <Button look="act" onClick={again}>
              Another round
            </Button>
            <Link
              className="name content-center text-field underline underline-offset-4"
              to="/practice?bench=facts"
            >
              Practice
            </Link>
          </div>
        </section>
      )}
    </main>
  )
}

/** One card: its question, what may be the answer, and once it is answered why. */
function Asked({
  card,
  seed,
  chosen,
  choose,
  next,
}: {
  readonly card: Card
  readonly seed: number
  readonly chosen: string | undefined
  readonly choose: (key: string) => void
  readonly next: () => void
}) {
  const { say } = useShop()
  const answers = useMemo(() => answersOf(card, seed), [card, seed])
  const on = useRef<HTMLButtonElement>(null)
  const question = useRef<HTMLHeadingElement>(null)
  useEffect(() => question.current?.focus(), [])
  useEffect(() => {
    if (chosen !== undefined) on.current?.focus()
  }, [chosen])
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (typing(event.target) || event.ctrlKey || event.metaKey || event.altKey) return
      const answer = answers[Number(event.key) - 1]
      if (answer && chosen === undefined) choose(answer.key)
    }
    addEventListener('keydown', key)
    return () => removeEventListener('keydown', key)
  }, [answers, chosen, choose])
  const right = chosen === card.right.key
  return (
    <section aria-label="The card" className="grid gap-4">
      <h2 ref={question} tabIndex={-1} className="max-w-[70ch] text-section outline-none">
        {say(card.ask)}
      </h2>
      {card.seen && card.rig ? (
        <RigLine rig={card.rig} line={card.seen.line} hasKey={card.seen.key} looked={chosen === undefined} />
      ) : null}
      <ol className="grid max-w-[900px] gap-2 md:grid-cols-2">
        {answers.map(({ key, text }, i) => {
          const isRight = key === card.right.key
          const mark =
            chosen === undefined ? undefined : isRight ? 'right' : key === chosen ? 'wrong' : undefined
          return (
            <li key={key} className="grid">
              <Button
                big
                className={`justify-start! py-2 text-left ${mark === 'right' ? 'border-verdigris! border-[3px]!' : mark === 'wrong' ? 'border-alarm! border-[3px]!' : ''}`}
                aria-disabled={chosen !== undefined}
                aria-pressed={chosen === key}
                onClick={() => choose(key)}
              >
                {mark === 'right' ? (
                  <Check size={20} aria-label="right" className="shrink-0" />
                ) : mark === 'wrong' ? (
                  <X size={20} aria-label="wrong" className="shrink-0" />
                ) : (
                  <span className="figure w-5 text-soft">{i + 1}</span>
                )}
                <span>{say(text)}</span>
              </Button>
            </li>
          )
        })}
      </ol>
      {chosen === undefined ? null : (
        <div role="status" className="grid max-w-[60ch] gap-3">
          <p className={`border-l-4 pl-3 ${right ? 'border-verdigris' : 'border-alarm'}`}>
            <strong>{right ? 'Right.' : `No: ${say(card.right.text)}.`}</strong> {say(card.because)}
          </p>
          <div>
            <Button ref={on} look="act" onClick={next}>
              Next
            </Button>
          </div>
        </div>
      )}
    </section>
  )
}
