import { answerOf, chartWithTrial, type TrialPieces } from '#application/trial-of.ts'
import type { Batch } from '#contract/types.ts'
import type { TrialAnswer as Answer } from '#core/check/trial.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import type { PlannedPiece } from './useBatch.ts'

const NO_LINES = [] as const

/** What a two-plate trial comes to: which plate the tip is best for; and what of it goes into the torch's chart. */
export function TrialAnswer({
  batch,
  trial,
  pieces,
}: {
  readonly batch: Batch
  readonly trial: TrialPieces
  readonly pieces: readonly PlannedPiece[]
}) {
  const { settings, say, print } = useShop()
  const [first, second] = batch.pieces
  const a = api.useLogQuery({ piece: first?.piece.id ?? '' }).data?.entries
  const b = api.useLogQuery({ piece: second?.piece.id ?? '' }).data?.entries
  const { data: torches } = api.useTorchesQuery()
  const [change, changing] = api.useChangeTorchMutation()
  const answer = answerOf(trial, [a ?? NO_LINES, b ?? NO_LINES], settings)
  const torch = torches?.find((t) => t.id === trial.drafts[0].torchId)
  const plan = pieces.find((p) => p.planned?.kind === 'cut')?.planned?.plan
  const chart =
    torch && answer && plan?.kind === 'cut'
      ? chartWithTrial(torch.rig.chart, trial, answer, plan.figures, settings)
      : undefined
  const kept = chart !== undefined && torch !== undefined && sameRows(chart, torch.rig.chart)
  return (
    <section
      aria-label="What the trial says"
      className="grid gap-2 border-l-[6px] border-verdigris bg-sheet p-3"
    >
      <h2 className="text-section">{say(answer ? headOf(answer, print) : 'Two plates, one setting')}</h2>
      <p className="max-w-[70ch] leading-snug">
        {say(
          answer
            ? becauseOf(answer, trial.usual.tip)
            : `Cut both plates with the ${trial.usual.tip} tip at ${trial.usual.oxygen} of oxygen and ${trial.usual.fuel} of fuel. Change nothing between them, and write each down: then it stands here which plate the tip is best for.`,
        )}
      </p>
      {chart && torch && answer ? (
        kept ? (
          <p role="status">✓ {say(`It stands in the chart of ${torch.name}.`)}</p>
        ) : (
          <div>
            <Button
              disabled={changing.isLoading}
              onClick={() =>
                void change({ id: torch.id, name: torch.name, rig: { ...torch.rig, chart: [...chart] } })
              }
            >
              {say(`Put ${platesWords(answer, print)} into the chart of ${torch.name}`)}
            </Button>
            {changing.error ? (
              <p role="alert" className="pt-2 font-bold text-alarm">
                {(changing.error as Failure).message}
              </p>
            ) : null}
          </div>
        )
      ) : null}
    </section>
  )
}

const sameRows = (a: readonly object[], b: readonly object[]): boolean =>
  a.length === b.length && a.every((row) => b.some((other) => JSON.stringify(other) === JSON.stringify(row)))

type Print = ReturnType<typeof useShop>['print']

const platesWords = ({ good }: Answer, print: Print): string => {
  const [thin, thick] = good
  return thin === undefined
    ? ''
    : thick === undefined
      ? print(thin, 'length')
      : `${print(thin, 'length')} to ${print(thick, 'length')}`
}

function headOf({ good, bestM, by }: Answer, print: Print): string {
  if (by === 'neither') return 'This setting does neither plate'
  if (bestM === undefined) return `It does both alike: ${platesWords({ good, bestM, by }, print)}`
  return by === 'only-one'
    ? `It does ${print(bestM, 'length')}, and not the other`
    : `Best on ${print(bestM, 'length')}; it does the other too`
}

const BECAUSE: Readonly<Record<Answer['by'], string>> = {
  neither: 'Both failed their check. Try two thinner plates, or a larger tip.',
  'only-one': 'The other failed its check.',
  slag: 'Its slag comes off easier.',
  drag: 'Its drag lines lie straighter, for its thickness.',
  speed: 'Its speed is nearer to what such plate is usually cut at.',
  alike: 'Slag, drag and speed tell no difference: it serves for both and for all between them.',
}
const becauseOf = ({ by }: Answer, tip: string): string =>
  `${BECAUSE[by]}${by === 'neither' ? '' : ` That is what the ${tip} tip is for at this setting.`}`
