import { describe, expect, it } from 'vitest'
import type { Attempts } from '#contract/types.ts'
import { INCH_UNITS } from '#core/quantity/choices.ts'
import { cardsOf } from '#core/teach/cards.ts'
import { expectAccessible, press, pressByKey, see, until } from './browser.ts'
import { answer, bench, points, shutDown } from './practice-page.ts'
import { openStory, server } from './story.ts'

openStory()

const kept = async () => (await server.call('GET', '/api/practice')).json as readonly Attempts[]

describe('the order of work is practised on the drawn line', () => {
  it('catches a shut-down out of its order, and says what would have come of it', async () => {
    const page = await bench('order/shut-down')
    await expectAccessible(page, 'the line under one’s fingers')
    await press(page, 'Acetylene cylinder open 3/4 turn')
    await press(page, 'Shut')
    await see(page, 'Cylinder shut under a flame')
    await see(page, 'burns back into the torch')
    await see(page, 'This try counts for nothing')
    await expectAccessible(page, 'a try that was stopped')
    await press(page, 'Try again')
    await see(page, 'Touch a part of the line')
    await page.close()
  })
  it('is worth the same by pointer and by keyboard, whatever the time', async () => {
    const page = await bench('order/shut-down')
    await shutDown(page, press)
    expect(await points(page)).toBe(100)
    await press(page, 'Try again')
    await shutDown(page, pressByKey)
    expect(await points(page)).toBe(100)
    await see(page, 'The time is never judged')
    await until(page, async () => {
      const tries = (await (await fetch('/api/practice')).json()) as {
        task: string
        personId: unknown
        tries: number
      }[]
      return tries.some((a) => a.task === 'shut-down' && a.personId === null && a.tries >= 3)
    })
    expect((await kept()).find((a) => a.bench === 'order' && a.personId === null)).toMatchObject({
      best: 100,
    })
    await page.close()
  })
  it('shows a good hand move by move, and plays one’s own again', async () => {
    const page = await bench('order/light')
    await press(page, 'Watch a good hand')
    for (let i = 0; i < 30 && (await page.$('aside .text-figure')) === null; i++)
      await press(page, 'Next move')
    expect(await points(page)).toBe(100)
    await press(page, 'Now you')
    await press(page, 'It is done')
    await see(page, 'Left out: lighting')
    await press(page, 'Watch yours')
    await press(page, 'Next move')
    await see(page, 'Left out: lighting')
    await page.close()
  })
  it('is put in order by cards, and a card at the wrong time ends it', async () => {
    const page = await bench('order/shut-down?as=cards')
    await expectAccessible(page, 'the cards')
    await press(page, 'Shut both cylinders')
    await see(page, 'Cylinder shut under a flame')
    await press(page, 'Watch a good hand')
    for (let i = 0; i < 12 && (await page.$('aside .text-figure')) === null; i++)
      await press(page, 'Next move')
    expect(await points(page)).toBe(100)
    await page.close()
  })
})

describe('facts are asked on cards', () => {
  const lines = cardsOf('line', { units: INCH_UNITS, region: 'us' })
  it('has a wrong line recognised, and asks again for what was missed', async () => {
    const people = (await server.call('GET', '/api/people')).json as readonly { id: string; name: string }[]
    const tamsin = people.find((p) => p.name === 'Tamsin')?.id ?? ''
    const page = await bench('facts/line', { personId: tamsin })
    await see(page, 'What is wrong with this line?')
    await expectAccessible(page, 'a line with something wrong')
    await answer(page, lines[0]?.right.text ?? '')
    await see(page, 'Right.')
    await see(page, 'Back it out first')
    await page.keyboard.press('Enter')
    await see(page, '2 of 10')
    for (let i = 2; i <= 10; i++) {
      await page.keyboard.press('1')
      await page.waitForSelector('main [role=status]')
      await page.keyboard.press('Enter')
      await see(page, i < 10 ? `${i + 1} of 10` : 'Another round')
    }
    await expectAccessible(page, 'the end of a round')
    await until(
      page,
      async (id: string) =>
        ((await (await fetch(`/api/practice/cards/${id}`)).json()) as unknown[]).length === 10,
      tamsin,
    )
    const stands = (await server.call('GET', `/api/practice/cards/${tamsin}`)).json as readonly {
      card: string
    }[]
    expect(stands.map((s) => s.card)).toContain(lines[0]?.id)
    await page.close()
  })
  it('keeps what was answered of a round that is left', async () => {
    const page = await bench('facts/limits')
    await page.keyboard.press('1')
    await page.waitForSelector('main [role=status]')
    await press(page, 'Log')
    await until(page, async () =>
      ((await (await fetch('/api/practice')).json()) as { task: string; personId: unknown }[]).some(
        (a) => a.task === 'limits' && a.personId === null,
      ),
    )
    await page.close()
  })
})
