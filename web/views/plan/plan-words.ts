import { useMemo } from 'react'
import type { BrazePlan } from '#core/braze/types.ts'
import type { CutPlan } from '#core/cut/types.ts'
import { figureNamed, type Figure } from '#core/figure.ts'
import { sentenceOf, type Step } from '#core/line/steps.ts'
import { useShop, type ShopView } from '../../app/shop.ts'
import { sayFigure } from '#core/saying.ts'
import { BRAZE_WORDS } from './braze/braze-words.ts'
import { CUT_WORDS } from './figure-words.ts'

/** The figures of a plan of either kind by their names, as they are called and printed in the shop's units. */
export interface PlanFigures {
  /** Undefined for a figure that this plan does not have, and for a step that sets none. */
  readonly figure: (name: string | undefined) => Figure | undefined
  readonly called: (name: string) => string
  /** Empty where there is no such figure. */
  readonly printed: (name: string | undefined) => string
  /** What a step of the plan does, as a whole sentence with its figure. */
  readonly sentence: (step: Pick<Step, 'act' | 'figure'>) => string
}

type Plan = CutPlan | BrazePlan

/** Gives the figures of any plan, whichever kind it is. */
export function useFiguresOf(): (plan: Plan) => PlanFigures {
  const { say, units } = useShop()
  return useMemo(() => {
    const known = new WeakMap<Plan, PlanFigures>()
    return (plan) => {
      const found = known.get(plan) ?? figuresOf(plan, { say, units })
      known.set(plan, found)
      return found
    }
  }, [say, units])
}

/** The figures of a plan as a shop says them. */
export function figuresOf(plan: Plan, { say, units }: Pick<ShopView, 'say' | 'units'>): PlanFigures {
  const words = plan.kind === 'cut' ? CUT_WORDS : BRAZE_WORDS
  const figure = (name: string | undefined) => figureNamed(plan, name)
  const printed = (name: string | undefined) => {
    const found = figure(name)
    return name !== undefined && found ? sayFigure(name, found, units) : ''
  }
  return {
    figure,
    called: (name) => say(words.nameOf(name) ?? name),
    printed,
    sentence: (step) => say(sentenceOf(step.act, printed(step.figure))),
  }
}

/** The figures of a plan, whichever kind it is. */
export const usePlanFigures = (plan: Plan): PlanFigures => useFiguresOf()(plan)
