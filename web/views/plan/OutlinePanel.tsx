import { useMemo, useState } from 'react'
import type { OutlineFile } from '#contract/schemas.ts'
import { MOST_BYTES } from '#core/outline/drawing.ts'
import { parseQuantity, printQuantity } from '#core/quantity/index.ts'
import { api, type Failure } from '../../app/api.ts'
import { fileName, saveFile } from '../../app/save-file.ts'
import { useShop } from '../../app/shop.ts'
import { OutlineTop } from '../../drawing/OutlineTop.tsx'
import { Button } from '../../ui/Button.tsx'
import { FileField } from '../../ui/FileField.tsx'
import { Group } from '../../ui/Field.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { QuantityField } from '../../ui/QuantityField.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { RankTag } from '../../ui/Tag.tsx'
import { useOutline, writeOutline } from '../../work/useOutline.ts'

const UNITS = [
  { value: 'mm', label: 'mm' },
  { value: 'cm', label: 'cm' },
  { value: 'm', label: 'm' },
  { value: 'in', label: 'in' },
  { value: 'ft', label: 'ft' },
] as const
const TAB_MM = 25
const USUAL_KERF_MM = 2

const mm = (text: string, fallback: number) => {
  const read = parseQuantity(text, 'length', { unit: 'mm' })
  return read.ok && read.value > 0 ? read.value * 1000 : fallback
}

/** A drawing is opened, looked at, put right and taken over into the piece. */
export default function OutlinePanel({
  stored,
  thickness,
  kerfM,
  onTake,
  onClose,
}: {
  readonly stored: OutlineFile | undefined
  readonly thickness: string
  readonly kerfM: number | undefined
  readonly onTake: (outlineId: string, length: string, pierces: string) => void
  readonly onClose: () => void
}) {
  const { units, print } = useShop()
  const [file, setFile] = useState<OutlineFile | undefined>(stored)
  const [refused, setRefused] = useState<string | undefined>(undefined)
  const [join, setJoin] = useState('0.1 mm')
  const [tabs, setTabs] = useState<'none' | 'tabs'>('none')
  const [every, setEvery] = useState('400 mm')
  const [marked, setMarked] = useState<number | undefined>(undefined)
  const [send, sending] = api.useAddOutlineMutation()
  const kerfMm = kerfM === undefined ? USUAL_KERF_MM : kerfM * 1000
  const bridges = useMemo(
    () => (tabs === 'tabs' ? { lengthMm: TAB_MM, everyMm: mm(every, 400) } : undefined),
    [tabs, every],
  )
  const { outlined, busy } = useOutline(file, {
    kerfMm,
    thicknessMm: mm(thickness, 10),
    joinMm: mm(join, 0.1),
    tabs: bridges,
  })
  const read = async (chosen: File) => {
    const format = /\.svg$/i.test(chosen.name) ? 'svg' : /\.dxf$/i.test(chosen.name) ? 'dxf' : undefined
    if (!format) return setRefused('The file should end in .dxf or .svg.')
    if (chosen.size > MOST_BYTES)
      return setRefused(
        `${chosen.name} has ${Math.round(chosen.size / 1e6)} MB; more than ${MOST_BYTES / 1e6} MB is not read. Take out what is not to be cut.`,
      )
    setRefused(undefined)
    setFile({
      id: crypto.randomUUID(),
      name: chosen.name.slice(0, 120),
      format,
      unit: '',
      text: await chosen.text(),
    })
  }
  const plan = outlined?.ok ? outlined.plan : undefined
  const unit = outlined?.ok ? outlined.unit : file?.unit
  const stops = plan?.problems.some((p) => p.rank === 'stop') ?? false
  const length = (v: number) => printQuantity(v / 1000, units.length === 'in' ? 'in' : 'mm')
  const take = async () => {
    if (!file || !plan) return
    await send(file).unwrap()
    onTake(file.id, length(plan.cutMm), String(Math.max(1, plan.pierces)))
    onClose()
  }
  const save = async (format: 'svg' | 'dxf') => {
    if (!plan || !file) return
    const text = await writeOutline(plan, format)
    saveFile(
      fileName(file.name.replace(/\.\w+$/, ''), format),
      text,
      format === 'svg' ? 'image/svg+xml' : 'image/vnd.dxf',
    )
  }
  return (
    <Panel title="Outline from a drawing" open onClose={onClose} wide>
      <div className="grid gap-4 lg:grid-cols-[300px_1fr]">
        <div className="grid content-start gap-3">
          <FileField
            label="File, DXF or SVG"
            accept=".dxf,.svg"
            refused={refused}
            onFile={(chosen) => void read(chosen)}
          />
          {file ? (
            <>
              <p className="truncate font-semibold">{file.name}</p>
              <Group label="Drawn in">
                <Segmented
                  label="Drawn in"
                  value={unit ?? ''}
                  options={UNITS}
                  onChange={(u) =>
                    setFile({ ...file, id: crypto.randomUUID(), unit: u as OutlineFile['unit'] })
                  }
                />
              </Group>
              <QuantityField label="Join ends up to" kind="length" value={join} onChange={setJoin} />
              <Group label="Tabs, to hold the part">
                <Segmented
                  label="Tabs, to hold the part"
                  value={tabs}
                  options={[
                    { value: 'none', label: 'None' },
                    { value: 'tabs', label: '25 mm (1 in)' },
                  ]}
                  onChange={setTabs}
                />
              </Group>
              {tabs === 'tabs' ? (
                <QuantityField label="At most apart" kind="length" value={every} onChange={setEvery} />
              ) : null}
            </>
          ) : (
            <p className="text-soft">
              Lines, arcs, circles, polylines and curves are read, curves to within 0.05 mm; closed loops
              become parts and holes.
            </p>
          )}
          {outlined && !outlined.ok ? (
            <p role="alert" className="border-l-4 border-alarm pl-3">
              {outlined.message}
            </p>
          ) : null}
          {plan ? (
            <dl className="name grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-[1.05rem]">
              <Told
                name="Size"
                value={`${length(plan.box.maxX - plan.box.minX)} × ${length(plan.box.maxY - plan.box.minY)}`}
              />
              <Told
                name="Parts, holes"
                value={`${plan.parts.length}, ${plan.parts.reduce((n, p) => n + p.holes.length, 0)}`}
              />
              <Told
                name="Kerf"
                value={`${print(kerfMm / 1000, 'length')}, ${kerfM === undefined ? 'taken as usual' : "the plan's"}`}
              />
              <Told name="Way, lever down" value={length(plan.cutMm)} />
              <Told name="Travel" value={length(plan.travelMm)} />
              <Told name="Pierces" value={String(plan.pierces)} />
            </dl>
          ) : null}
          <div className="grid gap-2 pt-1">
            <Button
              look="act"
              disabled={!plan || stops || busy || sending.isLoading}
              onClick={() => void take().catch(() => undefined)}
            >
              Take it for this piece
            </Button>
            <div className="grid grid-cols-2 gap-2">
              <Button disabled={!plan} onClick={() => void save('dxf')}>
                Save DXF
              </Button>
              <Button disabled={!plan} onClick={() => void save('svg')}>
                Save SVG
              </Button>
            </div>
            {sending.error ? (
              <p role="alert" className="font-bold text-alarm">
                {(sending.error as Failure).message}
              </p>
            ) : null}
          </div>
        </div>
        <div className="grid min-h-[300px] content-start gap-3">
          <div className="h-[46dvh] border-[1.5px] border-rule bg-paper">
            {plan ? (
              <OutlineTop plan={plan} kerfMm={kerfMm} marked={marked} />
            ) : (
              <p className="p-6 text-soft">{busy ? 'Working it out.' : 'The drawing comes here.'}</p>
            )}
          </div>
          {plan && plan.problems.length > 0 ? (
            <ul
              aria-label="What is to be said of the drawing"
              className="grid max-h-[26dvh] gap-1.5 overflow-y-auto"
            >
              {plan.problems.map((p, i) => (
                <li key={i} className="flex items-start gap-3">
                  <RankTag rank={p.rank} />
                  <span className="leading-snug">{p.text}</span>
                  {p.at ? (
                    <Button
                      look="quiet"
                      className="min-h-8 px-1"
                      aria-label={`Show place ${i + 1}`}
                      onClick={() => setMarked(i)}
                    >
                      Show
                    </Button>
                  ) : null}
                </li>
              ))}
            </ul>
          ) : null}
        </div>
      </div>
    </Panel>
  )
}

function Told({ name, value }: { readonly name: string; readonly value: string }) {
  return (
    <>
      <dt className="text-soft">{name}</dt>
      <dd className="font-semibold">{value}</dd>
    </>
  )
}
