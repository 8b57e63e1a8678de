import { memo, useMemo } from 'react'
import type { GoodBraze } from '#application/plan-of.ts'
import { procedureOf } from '#application/procedure-of.ts'
import type { RigDraft } from '#contract/schemas.ts'
import { longestS } from '#core/line/steps.ts'
import type { BrazeFigureName } from '#core/braze/index.ts'
import { useShop } from '../../../app/shop.ts'
import { jointSection } from '../../../drawing/joint-geometry.ts'
import { JointSection } from '../../../drawing/JointSection.tsx'
import type { FigureWords } from '../HowSheet.tsx'
import { sayFigure } from '#core/saying.ts'
import { kitInWords } from '../../work/kit-words.ts'
import { usePlanFigures } from '../plan-words.ts'

const SET: readonly BrazeFigureName[] = [
  'oxygenPressure',
  'fuelPressure',
  'tipOrifice',
  'coneDistance',
  'timeToTemperature',
  'brazingTemperature',
  'purgeFlow',
  'purgeTime',
  'preheatTo',
  'rodLength',
  'rodLengthAll',
  'fluxMass',
  'setTime',
  'nitrogenAfter',
  'coolTime',
]

/** The plan on one sheet of paper: what to set, the joint, the steps, what to mind, and room for names. */
function BrazeSheet({
  title,
  place,
  torchName,
  torch,
  planned,
  words,
}: {
  readonly title: string
  readonly place: string
  readonly torchName: string
  /** As its manual has it, typed. */
  readonly torch: RigDraft['torch']
  readonly planned: GoodBraze
  readonly words: FigureWords
}) {
  const { say, print, settings, units } = useShop()
  const { plan, request } = planned
  const { choice, figures } = plan
  const { sentence } = usePlanFigures(plan)
  const procedure = useMemo(() => procedureOf(torch, planned, settings), [torch, planned, settings])
  const steps = procedure.ok ? procedure.steps : []
  const weighty = plan.findings.filter((f) => f.rank !== 'note')
  return (
    <article className="hidden text-[10.5pt] leading-snug print:block">
      <header className="flex items-end justify-between border-b-2 border-ink pb-1">
        <div>
          <h1 className="text-[20pt]">{title}</h1>
          <p>{place}</p>
        </div>
        <p className="name text-[13pt]">
          {choice.filler ?? 'no filler'}, {choice.form}, {choice.flux === 'none' ? 'no flux' : choice.flux};{' '}
          {choice.flame}
          {torchName ? `; ${torchName}` : ''}
        </p>
      </header>
      <dl className="grid grid-cols-4 gap-x-4 py-2">
        {SET.map((name) => {
          const f = figures[name]
          return f ? (
            <div key={name}>
              <dt className="text-soft">{say(words.nameOf(name) ?? name)}</dt>
              <dd className="figure text-[14pt]">{f.stop ? 'not given' : sayFigure(name, f, units)}</dd>
            </div>
          ) : null
        })}
      </dl>
      <p className="pb-1 text-[8.5pt] leading-tight">
        <strong>Carry:</strong>{' '}
        {kitInWords([{ ...planned, repeats: request.work.count }], units)
          .map(say)
          .join('; ')}
        .
      </p>
      <div className="h-[38mm]">
        <JointSection
          section={jointSection(plan, request)}
          swept={figures.purgeFlow !== undefined}
          profile={undefined}
          targetK={undefined}
          length={print}
          gapText={
            figures.clearanceHot ? `gap hot ${print(Math.max(0, figures.clearanceHot.value), 'gap')}` : ''
          }
        />
      </div>
      <ol className="columns-2 gap-6 text-[8.5pt] leading-tight">
        {steps.map((s, i) => (
          <li key={s.id} className="break-inside-avoid pb-0.5">
            <strong>{i + 1}</strong> {sentence(s)}
            {s.beside ? `. ${s.beside.map(say).join(' ')}` : ''}
            {s.timer === undefined ? '' : `, ${print(longestS(s.timer), 'time')}`}
          </li>
        ))}
      </ol>
      {procedure.ok ? null : <p className="font-bold">No steps: {say(procedure.text)}</p>}
      {weighty.length > 0 ? (
        <ul className="mt-2 columns-2 gap-6 border-t border-ink pt-1 text-[8.5pt] leading-tight">
          {weighty.map((f) => (
            <li key={f.code}>
              <strong>{say(f.title)}.</strong> {say(f.text)}
            </li>
          ))}
        </ul>
      ) : null}
      {plan.cautions.map((c) => (
        <p key={c.code} className="text-[9pt]">
          {c.tickedBy ? '☑' : '☐'} {say(c.text)} {c.tickedBy ?? ''}
        </p>
      ))}
      <p className="mt-3 border-t border-ink pt-1 text-[9pt]">
        Brazed by ______________________ Looked at by ______________________ Date ____________ Estimates; the
        torch’s manual and local codes come first.
      </p>
    </article>
  )
}

/** Drawn again only when what stands on it changes: a piece is typed beside it. */
export default memo(BrazeSheet)
