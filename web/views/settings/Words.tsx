import { Group } from '../../ui/Field.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { Part } from './Part.tsx'
import type { ShopPart } from './shop-part.ts'

/** What the shop calls things. */
export function Words({ settings, change }: Omit<ShopPart, 'failure'>) {
  return (
    <Part title="Words">
      <WordChoice
        label="Tip"
        value={settings.words.tip}
        words={['tip', 'nozzle']}
        onChange={(tip) => change({ words: { ...settings.words, tip } })}
      />
      <WordChoice
        label="Torch"
        value={settings.words.torch}
        words={['torch', 'blowpipe']}
        onChange={(torch) => change({ words: { ...settings.words, torch } })}
      />
      <WordChoice
        label="Cylinder"
        value={settings.words.cylinder}
        words={['cylinder', 'bottle']}
        onChange={(cylinder) => change({ words: { ...settings.words, cylinder } })}
      />
      <WordChoice
        label="Arrestor"
        value={settings.words.arrestor}
        words={['flashback arrestor', 'flame trap']}
        onChange={(arrestor) => change({ words: { ...settings.words, arrestor } })}
      />
    </Part>
  )
}

function WordChoice<T extends string>({
  label,
  value,
  words,
  onChange,
}: {
  readonly label: string
  readonly value: T
  readonly words: readonly T[]
  readonly onChange: (word: T) => void
}) {
  return (
    <Group beside label={label}>
      <Segmented
        label={`Word for ${label.toLowerCase()}`}
        value={value}
        options={words.map((w) => ({ value: w, label: w }))}
        onChange={onChange}
      />
    </Group>
  )
}
