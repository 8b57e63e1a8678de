import type { Settings } from '#contract/schemas.ts'
import { LINE_METHOD_NAMES, optionsOfLine } from '#core/line/methods.ts'
import { optionWords, METHOD_WORDS, type Topic } from '#core/line/method-words.ts'
import { useShop } from '../../app/shop.ts'
import { SelectField } from '../../ui/SelectField.tsx'

const TOPICS: Readonly<Record<Topic, string>> = {
  cylinders: 'Cylinders',
  pressures: 'Setting and purging',
  flame: 'The flame',
  shutting: 'Shutting down',
  cutting: 'Cutting',
  brazing: 'Brazing',
}

/** Where practitioners differ: the shop's way in each row, with the reason of the one that is chosen. */
export function LineMethodRows({
  settings,
  onChange,
}: {
  readonly settings: Settings
  readonly onChange: (methods: Settings['methods']) => void
}) {
  const { say } = useShop()
  return (Object.keys(TOPICS) as Topic[]).map((topic) => (
    <details key={topic} open={topic === 'shutting'} className="border-b border-rule">
      <summary className="name min-h-[44px] cursor-pointer content-center text-label font-semibold">
        {TOPICS[topic]}
      </summary>
      <div className="grid gap-3 pb-3">
        {LINE_METHOD_NAMES.filter((n) => METHOD_WORDS[n].topic === topic).map((name) => {
          const chosen = settings.methods[name]
          return (
            <div key={name}>
              <SelectField
                beside
                label={say(METHOD_WORDS[name].label)}
                value={chosen as string}
                options={optionsOfLine(name).map((o, i) => ({
                  value: o as string,
                  label: `${optionWords(name, o).label}${i === 0 ? ' (usual)' : ''}`,
                }))}
                onChange={(option) => onChange({ ...settings.methods, [name]: option })}
              />
              <p className="pt-0.5 pl-[116px] text-text leading-snug text-soft">
                {say(optionWords(name, chosen).reason)}
              </p>
            </div>
          )
        })}
      </div>
    </details>
  ))
}
