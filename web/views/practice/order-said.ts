import { FLAME_WORDS, partName, partsOf, partStands, sideOfPart } from '#core/teach/order-parts.ts'
import type { OrderMove, OrderState } from '#core/teach/order-play.ts'
import { ORDER_TITLES } from '#core/teach/order-words.ts'

/**
 * What a move has brought about, in a sentence; before the first, what is asked.
 * @param print a pressure in the shop's unit
 */
export function saidOf(
  { board, line, laid, steps }: OrderState,
  last: OrderMove | undefined,
  print: (pa: number) => string,
): string {
  if (!last) return ORDER_TITLES[board.task].asks
  const [, what, a = 0] = last
  const part = partsOf(board.rig).find((p) => p === what)
  if (part) {
    const stands = `${partName(part, board.rig)}: ${partStands(part, line)}.`
    return part.endsWith('screw')
      ? `${stands} Needle at ${print(line[sideOfPart(part)].deliveryPa)}.`
      : stands
  }
  switch (what) {
    case 'strike':
      return `Struck: ${FLAME_WORDS[line.flame]}.`
    case 'trim':
      return `Trimmed: ${FLAME_WORDS[line.flame]}.`
    case 'leaks':
      return 'Every joint brushed with solution: no bubbles.'
    case 'wait':
      return `${a} s went by.`
    case 'card':
      return `${laid.length} of ${steps.length} laid.`
    default:
      return 'You said that it is done.'
  }
}
