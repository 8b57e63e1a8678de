import { FUEL_IDS } from '#core/gas/fuels.ts'
import { judgeEveryMethod } from '#core/line/every-way.ts'

// a program of its own, so that two of them share the work
for (const name of process.argv.slice(2)) {
  const fuel = FUEL_IDS.find((f) => f === name)
  if (!fuel) throw new Error(`${name} is not a fuel`)
  const began = performance.now()
  const judged = judgeEveryMethod(fuel)
  process.stdout.write(
    `${JSON.stringify({ fuel, ...judged, seconds: Math.round((performance.now() - began) / 1000) })}\n`,
  )
}
