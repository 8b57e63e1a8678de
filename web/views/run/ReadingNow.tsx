import { useShop } from '../../app/shop.ts'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { QUALITY_WORDS } from '../instruments/words.ts'
import { readingWords } from './reading-words.ts'
import type { ReadingInHand } from './useReading.ts'

/** The reading under a target: by an instrument when one is there and good, else typed; and what it says. */
export function ReadingNow({ reading }: { readonly reading: ReadingInHand }) {
  const { print } = useShop()
  const { instrument, channel, kind, judged, typed, fault } = reading
  const on = judged?.state === 'on'
  return (
    <section aria-label="The reading" data-reading className="grid gap-2 border-t-[1.5px] border-rule pt-3">
      {instrument && channel ? (
        <p className="flex flex-wrap items-baseline gap-x-3">
          <span
            className={`figure text-page ${channel.quality !== 'good' ? 'line-through' : ''} ${judged && !on && typed === '' ? 'text-alarm' : ''}`}
          >
            {channel.value === null ? '–' : print(channel.value, kind)}
          </span>
          {channel.quality === 'good' ? null : (
            <span className={QUALITY_WORDS[channel.quality].look}>{QUALITY_WORDS[channel.quality].word}</span>
          )}
          <span className="text-soft">
            {instrument.name}
            {instrument.simulated ? ', simulated' : ''}
          </span>
        </p>
      ) : null}
      {judged ? (
        <p
          role="status"
          data-judged={judged.state}
          className={`text-label leading-snug font-bold ${on ? 'text-verdigris' : 'text-alarm'}`}
        >
          {readingWords(judged, kind, print, reading.sag)}
        </p>
      ) : null}
      <QuantityField
        beside
        label={instrument ? 'Or read off' : 'Read off'}
        kind={kind}
        unit={reading.gauge}
        value={typed}
        error={fault}
        empty="type what the gauge shows"
        onChange={reading.setTyped}
      />
    </section>
  )
}
