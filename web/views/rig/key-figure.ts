import { gearFields, type Gear } from '#core/rig/gear.ts'
import { contentsOfGear } from '#core/rig/job-gas.ts'
import type { Saying } from '#core/quantity/index.ts'

/** The one figure by which a thing of the rig is told, with its unit; blank where nothing of it was said. */
export function keyFigure(gear: Gear, print: (si: number, as: Saying) => string): string {
  const { fields } = gear
  const said = (name: string) => (fields[name] ?? '').trim()
  const word = (name: string) => {
    const field = gearFields(gear.kind)[name]
    const value = said(name)
    return field?.type === 'choice' ? (field.names[value] ?? value) : value
  }
  const joined = (...parts: readonly string[]) => parts.filter((p) => p !== '').join(', ')
  switch (gear.kind) {
    case 'cylinder': {
      const held = contentsOfGear(gear)
      return held ? print(held.thereM3, 'volume') : said('size')
    }
    case 'hose':
      return joined(said('length'), said('bore'))
    case 'regulator':
      return said('rating') === ''
        ? said('division') && `to ${said('division')}`
        : `${said('rating')} at most`
    case 'arrestor':
      return word('type') === '' ? '' : word('type')
    case 'consumable':
      return joined([said('amount'), said('unit')].filter((p) => p !== '').join(' '))
    case 'nitrogen':
      return joined(word('type'), said('relief') === '' ? '' : `relief ${said('relief')}`)
    case 'ppe':
      return joined(word('type'), said('shade') === '' ? '' : `shade ${said('shade')}`)
    case 'set':
      return ''
  }
}
