import { useState } from 'react'
import { FLAME_WORDS, STAR_WORDS, TIP_WORDS, type Shown } from '#core/teach/flames-shown.ts'
import { StarOnPlate } from '../../drawing/Flame.tsx'
import { Button } from '../../ui/Button.tsx'

const FLAMES: Readonly<Record<(typeof FLAME_WORDS)[number], string>> = {
  carburising: 'Reducing: too little oxygen',
  neutral: 'Neutral',
  oxidising: 'Oxidising: too much oxygen',
}
const STARS: Readonly<Record<(typeof STAR_WORDS)[number], string>> = {
  even: 'Every leg the same: clean',
  dirty: 'A leg is short: dirty port',
  worn: 'A leg is long: worn port',
  trim: 'Dim and wide: trim it first',
}

interface Props {
  readonly onSay: (word: string) => void
  readonly still: boolean
}

/** Which of three flames this is. */
export function NameFlame({ onSay, still }: Props) {
  return (
    <Words label="Which flame is it?">
      {FLAME_WORDS.map((word) => (
        <Button key={word} big disabled={still} onClick={() => onSay(word)}>
          {FLAMES[word]}
        </Button>
      ))}
    </Words>
  )
}

/** Which of three tips starves. */
export function PickTip({ onSay, still }: Props) {
  return (
    <Words label="Which tip starves?">
      {TIP_WORDS.map((word) => (
        <Button key={word} big disabled={still} className="min-w-[88px]" onClick={() => onSay(word)}>
          {word}
        </Button>
      ))}
    </Words>
  )
}

/** What a star says, and of which leg. */
export function ReadStar({ onSay, still, legs }: Props & { readonly legs: number }) {
  const [fault, setFault] = useState<'dirty' | 'worn' | undefined>(undefined)
  const say = (word: string) => {
    setFault(undefined)
    onSay(word)
  }
  if (fault !== undefined)
    return (
      <Words label="Which leg?">
        {Array.from({ length: legs }, (_, i) => (
          <Button
            key={i}
            big
            disabled={still}
            className="min-w-[56px]"
            aria-label={`Leg ${i + 1}`}
            onClick={() => say(`${fault} ${i + 1}`)}
          >
            {i + 1}
          </Button>
        ))}
        <Button look="quiet" big onClick={() => setFault(undefined)}>
          Something else
        </Button>
      </Words>
    )
  return (
    <Words label="What does the star say?">
      {STAR_WORDS.map((word) => (
        <Button
          key={word}
          big
          disabled={still}
          onClick={() => (word === 'dirty' || word === 'worn' ? setFault(word) : say(word))}
        >
          {STARS[word]}
        </Button>
      ))}
    </Words>
  )
}

function Words({ label, children }: { readonly label: string; readonly children: React.ReactNode }) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap items-center gap-3">
      <p className="name basis-full text-label font-semibold">{label}</p>
      {children}
    </div>
  )
}

/** The star that a flame draws on clean plate. */
export function StarShown({ shown }: { readonly shown: Shown }) {
  return (
    <StarOnPlate
      numbered
      flame={shown.star}
      legs={shown.ports}
      label={`The star on the plate, ${shown.ports.length} legs`}
    />
  )
}
