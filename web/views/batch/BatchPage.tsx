import { Play } from 'lucide-react'
import { useMemo, useRef, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { batchGas } from '#application/gas-asked.ts'
import { trialOf } from '#application/trial-of.ts'
import type { Batch, PieceSummary } from '#contract/types.ts'
import { figureNamed } from '#core/figure.ts'
import { MOST_PIECES } from '#core/line/agree.ts'
import { gapsOf, longestLitS, type Gap } from '#core/line/order.ts'
import { api } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { TROUBLE_ON_ITS_WAY } from '../../app/outbox.ts'
import { useTorchSet } from '../../app/use-gear.ts'
import { useStart } from '../../app/use-start.ts'
import { Button } from '../../ui/Button.tsx'
import { Missing } from '../../ui/Missing.tsx'
import { Opening } from '../../ui/Opening.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { useFiguresOf } from '../plan/plan-words.ts'
import { OneGas } from '../work/GasTab.tsx'
import { KitList } from '../work/KitList.tsx'
import { Sheet, SheetTools } from '../work/Sheet.tsx'
import { useGas } from '../work/use-gas.ts'
import { AddPieces } from './AddPieces.tsx'
import { PieceList } from './PieceList.tsx'
import { batchSheet, kitWords } from './sheet-page.ts'
import { useLaid, usePlannedBatch, type LaidPiece, type Planned } from './useBatch.ts'
import { TrialAnswer } from './TrialAnswer.tsx'
import { saidChanges } from './words.ts'

/** Pieces laid out to be made on one set-up: their order, what it takes, the kit, and the run of them. */
export default function BatchPage() {
  const { batchId = '' } = useParams()
  const { currentData: batch, error } = api.useBatchQuery(batchId)
  if (error && !batch) return <Missing what="batch" failure={error} />
  return batch ? <LaidOut key={batch.id} batch={batch} /> : <Opening />
}

const NO_GAPS: ReadonlyMap<number, Gap> = new Map()

/** Before each piece but the first: what is done to come to its first making. */
const gapsBefore = ({ made }: Planned): ReadonlyMap<number, Gap> =>
  made
    ? new Map(
        gapsOf(made.steps).flatMap((g) => (g.repeat === 1 && g.piece > 1 ? [[g.piece, g] as const] : [])),
      )
    : NO_GAPS

function LaidOut({ batch }: { readonly batch: Batch }) {
  const { print, say, units } = useShop()
  const { laid, saved, failure, put, again, letGo } = useLaid(batch)
  const planned = usePlannedBatch(batch, laid)
  const figuresOf = useFiguresOf()
  const [adding, setAdding] = useState(false)
  const [onPaper, setOnPaper] = useState(false)
  const [removed, setRemoved] = useState<{ readonly at: number; readonly item: LaidPiece } | undefined>()
  const heading = useRef<HTMLHeadingElement>(null)
  const gaps = useMemo(() => gapsBefore(planned), [planned])
  const takes = useTakes(batch, planned)
  const trial = useMemo(() => trialOf(batch.pieces.map((p) => p.piece.draft)), [batch.pieces])
  const count = laid.pieces.reduce((n, p) => n + p.repeats, 0)
  const set = (pieces: readonly LaidPiece[]) => put({ pieces })
  const move = (from: number, to: number) => {
    const pieces = [...laid.pieces]
    const [one] = pieces.splice(from, 1)
    if (one) set([...pieces.slice(0, to), one, ...pieces.slice(to)])
  }
  const add = (pieces: readonly PieceSummary[]) => {
    const more = pieces
      .slice(0, MOST_PIECES - laid.pieces.length)
      .map((piece): LaidPiece => ({ key: `${piece.id} new ${crypto.randomUUID()}`, piece, repeats: 1 }))
    set([...laid.pieces, ...more])
  }
  const page = useMemo(
    () => batchSheet(laid.name, planned.pieces, gaps, takes.rows, { figuresOf, print, say, units }),
    [laid.name, planned.pieces, gaps, takes.rows, figuresOf, print, say, units],
  )
  if (onPaper)
    return (
      <main className="mx-auto grid max-w-[900px] gap-4 px-4 py-6">
        <div className="flex flex-wrap items-center gap-3">
          <Button onClick={() => setOnPaper(false)}>Back to the batch</Button>
          <SheetTools pages={[page]} name={`${laid.name} sheet`} print="Print it" />
        </div>
        <Sheet page={page} />
      </main>
    )
  return (
    <main className="mx-auto max-w-[1400px] px-4 py-6">
      <div className="flex flex-wrap items-end gap-3 pb-4">
        <div className="min-w-[260px] grow">
          <h1 ref={heading} tabIndex={-1} className="pb-1 text-field text-soft outline-none">
            Batch: one set-up, many pieces
          </h1>
          <TextField
            label="Name"
            aria-label="Name of the batch"
            beside={false}
            value={laid.name}
            maxLength={120}
            error={laid.name.trim() === '' ? 'Give it a name.' : undefined}
            onChange={(name) => put({ name })}
          />
        </div>
        <Button disabled={laid.pieces.length === 0} onClick={() => setOnPaper(true)}>
          Sheet and kit
        </Button>
        <Button
          onClick={() => {
            put({ closed: !laid.closed })
          }}
        >
          {laid.closed ? 'Take it up again' : 'Put it aside'}
        </Button>
        <RunIt
          batch={batch}
          ready={saved && planned.made !== undefined && !takes.stopped}
          planned={planned}
        />
      </div>
      {failure === undefined ? null : (
        <p role="alert" className="flex flex-wrap items-center gap-3 pb-3 font-bold text-alarm">
          Not stored: {failure}
          <Button onClick={again}>Store it as it is here</Button>
          <Button onClick={letGo}>Take it as it is there</Button>
        </p>
      )}
      {trial ? (
        <div className="pb-4">
          <TrialAnswer batch={batch} trial={trial} pieces={planned.pieces} />
        </div>
      ) : null}
      <div className="grid gap-x-6 gap-y-6 lg:grid-cols-[1.5fr_1fr]">
        <section aria-label="Pieces in their order" className="grid content-start gap-3">
          <div className="flex flex-wrap items-center gap-3 border-b-[1.5px] border-ink pb-2">
            <h2 className="grow text-section">
              {count === 0 ? 'No piece yet' : `${count} to make`}
              {planned.changes ? (
                <span className="pl-3 text-field font-normal text-soft">{saidChanges(planned.changes)}</span>
              ) : null}
            </h2>
            <Button disabled={laid.pieces.length >= MOST_PIECES} onClick={() => setAdding(true)}>
              Put pieces in
            </Button>
          </div>
          {planned.better ? (
            <p className="flex flex-wrap items-center gap-3 border-l-[6px] border-brass bg-sheet px-3 py-2">
              <span className="grow">
                {planned.better.along
                  ? 'A better order: along the run from its far end, hot neighbours apart.'
                  : `Another order changes less: ${saidChanges(planned.better.changes)}.`}
              </span>
              <Button
                onClick={() => set((planned.better?.order ?? []).map((i) => laid.pieces[i] as LaidPiece))}
              >
                Take that order
              </Button>
            </p>
          ) : null}
          {planned.trouble === undefined ? null : (
            <p className="border-l-[6px] border-alarm px-3 py-2 font-bold">■ Stop. {say(planned.trouble)}</p>
          )}
          {laid.pieces.length === 0 ? (
            <p className="text-soft">
              Put in the pieces that you make with one set-up: the cuts of one plate, the joints of one line.
              Then their order, their gas and their kit stand here.
            </p>
          ) : (
            <PieceList
              pieces={planned.pieces}
              gaps={gaps}
              onMove={move}
              onRepeats={(at, repeats) => set(laid.pieces.map((p, i) => (i === at ? { ...p, repeats } : p)))}
              onRemove={(at) => {
                const item = laid.pieces[at]
                if (!item) return
                setRemoved({ at, item })
                set(laid.pieces.filter((_, i) => i !== at))
              }}
            />
          )}
          {removed ? (
            <p role="status" className="flex flex-wrap items-center gap-3 text-soft">
              {removed.item.piece.title} is out of the batch; the piece itself is kept.
              <Button
                onClick={() => {
                  set([...laid.pieces.slice(0, removed.at), removed.item, ...laid.pieces.slice(removed.at)])
                  setRemoved(undefined)
                }}
              >
                Put it back
              </Button>
            </p>
          ) : null}
        </section>
        {count === 0 ? null : <WhatItTakes takes={takes} pieces={planned.pieces} />}
      </div>
      {adding ? (
        <AddPieces
          first={laid.pieces[0]?.piece.jobId}
          onAdd={(pieces) => {
            add(pieces)
            setAdding(false)
          }}
          onClose={() => setAdding(false)}
        />
      ) : null}
      {laid.closed ? <p className="pt-4 text-soft">Put aside: it is on no list any more.</p> : null}
    </main>
  )
}

/** What a batch takes, beside its pieces: what of its rig is due, gas and time, and the kit to be gathered. */
function WhatItTakes({
  takes,
  pieces,
}: {
  readonly takes: ReturnType<typeof useTakes>
  readonly pieces: Planned['pieces']
}) {
  const { print, say, units } = useShop()
  return (
    <aside aria-label="What it takes" className="grid content-start gap-4">
      {takes.due.map(({ gear, due: d }) => (
        <p
          key={gear.id}
          className={`border-l-[6px] px-3 py-2 leading-snug ${d.state === 'stop' ? 'border-alarm font-bold' : 'border-brass'}`}
        >
          <strong>{d.state === 'stop' ? '■ Stop' : '▲ Mind'}.</strong> {gear.name}: {say(d.text)}
        </p>
      ))}
      <h2 className="border-b-[1.5px] border-ink pb-1 text-section">
        Gas for all of it
        {takes.torchS > 0 ? (
          <span className="pl-3 text-field font-normal text-soft">
            lit for about {print(takes.torchS, 'time')}
          </span>
        ) : null}
      </h2>
      {takes.rows.map((row) => (
        <OneGas key={row.gas} row={row} job="This batch takes" such="Such batches" />
      ))}
      <h2 className="border-b-[1.5px] border-ink pb-1 text-section">Kit</h2>
      <KitList things={kitWords(pieces, units)} />
    </aside>
  )
}

/** What a batch takes of gas and time, and what of its rig is due. */
function useTakes(batch: Batch, { pieces, made }: Planned) {
  const known = useMemo(
    () => pieces.flatMap(({ planned, repeats }) => (planned ? [{ planned, repeats }] : [])),
    [pieces],
  )
  const asked = useMemo(() => batchGas(known), [known])
  const lit = known.map(({ planned }) => figureNamed(planned.plan, 'torchTime')?.value ?? 0)
  const torchS = known.reduce((s, { repeats }, i) => s + repeats * (lit[i] ?? 0), 0)
  const torchId = batch.pieces[0]?.piece.draft.torchId ?? null
  const { rows } = useGas({
    asked,
    litS: made ? longestLitS(made.steps, lit) : torchS,
    heating: known.some(({ planned }) => planned.kind === 'braze' && planned.request.rig.head === 'heating'),
    airK: known[0]?.planned.request.shop.airK ?? ROOM_K,
    torchId,
    wanted: 1,
  })
  const { due } = useTorchSet(torchId)
  // faster than the cylinders may give, or with gear that is not to be used, nothing is begun
  const stopped = due.some((d) => d.due.state === 'stop') || rows.some((r) => r.draw?.over === 'limit')
  return { rows, torchS, due, stopped }
}
/** Air of which nobody said how warm it is, K. */
const ROOM_K = 293.15

function RunIt({
  batch,
  ready,
  planned,
}: {
  readonly batch: Batch
  readonly ready: boolean
  readonly planned: Planned
}) {
  const go = useNavigate()
  const { begin, starting, trouble, failure } = useStart()
  const running = batch.pieces.some((p) => p.piece.state === 'running' && p.piece.runId === batch.runId)
  if (running && batch.runId !== null)
    return (
      <Button look="act" className="text-label" onClick={() => void go(`/run/${batch.runId}`)}>
        <Play size={20} aria-hidden="true" /> Go on with the run
      </Button>
    )
  const stopped = planned.pieces.some((p) => p.trouble !== undefined)
  return (
    <>
      <Button
        look="act"
        className="text-label"
        disabled={!ready || stopped || starting || trouble}
        onClick={() => void begin({ batchId: batch.id }).catch(() => undefined)}
      >
        <Play size={20} aria-hidden="true" /> Run the batch
      </Button>
      {trouble ? <p className="basis-full text-right text-soft">{TROUBLE_ON_ITS_WAY}</p> : null}
      {failure ? (
        <p role="alert" className="basis-full text-right font-bold text-alarm">
          {failure}
        </p>
      ) : null}
    </>
  )
}
