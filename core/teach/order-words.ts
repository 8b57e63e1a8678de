import { FUELS } from '../gas/fuels.ts'
import type { HazardName } from '../line/hazards.ts'
import type { Act, Gas } from '../line/state.ts'
import type { OrderRig, OrderTask } from './order-board.ts'
import type { OrderEvent } from './order-events.ts'

/** What a task is called, and what it asks. */
export const ORDER_TITLES: Readonly<Record<OrderTask, { readonly title: string; readonly asks: string }>> = {
  'set-up': {
    title: 'Set up the rig',
    asks: 'From a rig as somebody left it to both gases set, hoses purged and joints tested.',
  },
  light: {
    title: 'Light and trim',
    asks: 'Both gases are set, purged and tested. Light it and trim the flame.',
  },
  'shut-down': {
    title: 'Shut it all down',
    asks: 'The flame burns. Shut the torch, then leave the rig with nothing under pressure.',
  },
  whole: { title: 'From cold to cold', asks: 'Set it up, light it, trim it, and shut it all down again.' },
}

const gasName = (side: Gas, { setting }: Pick<OrderRig, 'setting'>) =>
  side === 'oxygen' ? 'oxygen' : FUELS[setting.fuel].name

/** What was brought about, as it stands in the middle of a sentence. */
export function eventWords(event: OrderEvent, rig: Pick<OrderRig, 'setting'>): string {
  const [what, side] = event.split(' ') as [string, Gas | undefined]
  const gas = side === 'oxygen' || side === 'fuel' ? gasName(side, rig) : ''
  switch (what) {
    case 'clear':
    case 'out':
      return `backing out the ${gas} screw`
    case 'open':
      return `opening the ${gas} cylinder`
    case 'set':
      return `setting the ${gas}`
    case 'purged':
      return `purging the ${gas} hose`
    case 'off':
      return `shutting the ${gas} at the torch`
    case 'shut':
      return `shutting the ${gas} cylinder`
    case 'bled':
      return `bleeding the ${gas}`
    case 'leaks':
      return 'looking for leaks'
    case 'lit':
      return 'lighting'
    case 'trimmed':
      return 'trimming the flame'
    case 'retrimmed':
      return 'trimming it with the lever down'
    default:
      return 'shutting the handle’s oxygen valve'
  }
}

/** What an act on the rig is called while it is done; nothing for one that hands do not do here. */
export function actWords(act: Act, rig: Pick<OrderRig, 'setting'>): string | undefined {
  const gas = 'side' in act && act.side !== 'nitrogen' ? gasName(act.side, rig) : ''
  switch (act.do) {
    case 'open-cylinder':
      return `You opened the ${gas} cylinder.`
    case 'shut-cylinder':
      return `You shut the ${gas} cylinder.`
    case 'screw-in':
      return `You turned the ${gas} screw in.`
    case 'screw-out':
      return `You backed the ${gas} screw out.`
    case 'open-valve':
      return `You opened the ${gas} valve at the torch.`
    case 'shut-valve':
      return `You shut the ${gas} valve at the torch.`
    case 'open-handle':
      return 'You opened the handle’s oxygen valve.'
    case 'shut-handle':
      return 'You shut the handle’s oxygen valve.'
    case 'lever-down':
      return 'You pressed the lever.'
    case 'lever-up':
      return 'You let the lever go.'
    case 'light':
      return 'You struck the striker.'
    case 'check-leaks':
      return 'You looked for leaks.'
    case 'wait':
      return 'You let time go by.'
    default:
      return undefined
  }
}

/** What each hazard of the line is called. */
export const HAZARD_NAMES: Readonly<Record<HazardName, string>> = {
  'acetylene-over-limit': 'Acetylene past its limit',
  'pressure-past-limit': 'Set past what it stands',
  'opened-against-screw': 'Opened against a wound-in screw',
  'opened-against-pressure': 'Opened onto gas that was left in',
  'opened-in-parts': 'Opened with a part off',
  'fuel-blown-out': 'Fuel blown out',
  'blown-out-wrongly': 'Blown out wrongly',
  'taken-apart-under-gas': 'Taken apart under gas',
  'oxygen-opened-fast': 'Oxygen opened fast',
  'acetylene-opened-too-far': 'Acetylene opened too far',
  'wrong-regulator': 'Wrong regulator',
  'wrong-hose': 'Wrong hose',
  'wrong-tip': 'Wrong tip',
  'gases-mixed-in-hose': 'Both gases in one hose',
  'lit-without-fuel': 'Struck with no fuel',
  'lit-with-unpurged-hoses': 'Lit with hoses that were not purged',
  'lit-untested': 'Lit before it was tested',
  'oxygen-to-unlit-torch': 'Both gases, and no flame',
  'lit-with-oxygen-on': 'Struck with the oxygen on',
  'unlit-flow-too-long': 'Gas ran unlit for too long',
  'purged-near-flame': 'Purged near a flame',
  'purge-without-flow': 'A purge with nothing running',
  'leaks-sought-with-flame': 'Leaks sought with a flame lit',
  'leaks-sought-without-pressure': 'Leaks sought with no pressure',
  'cylinder-shut-while-lit': 'Cylinder shut under a flame',
  'worked-without-flame': 'No flame to work with',
  'wrong-flame': 'Wrong flame',
  'heat-on-pressurised-line': 'Heat on a line under pressure',
  'heat-on-closed-line': 'Heat on a closed line',
  'heat-under-vacuum': 'Heat on a line under vacuum',
  'heat-on-unpurged-line': 'Heat without nitrogen',
  'nitrogen-off-while-hot': 'Nitrogen off while hot',
  'nitrogen-into-closed-line': 'Nitrogen into a closed line',
  'tested-without-nitrogen': 'Tested without nitrogen',
  'test-past-rating': 'Tested past the rating',
  'worked-on-under-pressure': 'Worked on under pressure',
  'pump-stopped-before-isolated': 'Pump stopped on an open valve',
  'changed-under-gas': 'Changed under gas',
  'handed-over-lit': 'Handed over lit',
  'unattended-lit': 'A flame left alone',
  'unattended-with-pressure': 'Pressure left alone',
  'one-gas-unlit': 'One gas runs unlit',
  'whiff-of-oxygen': 'Mixed gas in the torch',
  'set-while-shut': 'Set against a shut valve',
  'oxygen-not-back-seated': 'Oxygen valve not all the way open',
  'flame-left-burning': 'The flame left burning',
  'cylinder-left-open': 'A cylinder left open',
  'trapped-pressure': 'Pressure left in the rig',
  'torch-valve-left-open': 'A torch valve left open',
  'left-hot': 'Left hot',
  'left-under-vacuum': 'The pump left running',
  'screw-left-in': 'A screw left in',
}
export const hazardName = (name: HazardName): string => HAZARD_NAMES[name]
