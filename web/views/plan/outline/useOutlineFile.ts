import { useMemo, useState } from 'react'
import type { OutlineFile } from '#contract/schemas.ts'
import { MOST_BYTES } from '#core/outline/drawing.ts'
import { parseQuantity } from '#core/quantity/index.ts'
import { fileName, saveFile } from '../../../app/save-file.ts'
import { useOutline, writeOutline } from '../../../work/useOutline.ts'

const TAB_MM = 25
const USUAL_KERF_MM = 2
const USUAL_THICKNESS_MM = 10
const USUAL_JOIN_MM = 0.1
const USUAL_APART_MM = 400

/** A length as typed, mm; the other while it cannot be read. */
const mm = (text: string, fallback: number) => {
  const read = parseQuantity(text, 'length', { unit: 'mm' })
  return read.ok && read.value > 0 ? read.value * 1000 : fallback
}

/** Why a file is not opened, in a sentence; undefined when it may be. */
export const whyRefused = ({ name, size }: Pick<File, 'name' | 'size'>): string | undefined => {
  if (!/\.(svg|dxf)$/i.test(name)) return 'The file should end in .dxf or .svg.'
  return size > MOST_BYTES
    ? `${name} has ${Math.round(size / 1e6)} MB; more than ${MOST_BYTES / 1e6} MB is not read. Take out what is not to be cut.`
    : undefined
}

/**
 * A drawing on its way into a piece: the file, how it is read, and what was worked out from it.
 * @param kerfM of the plan; 2 mm while there is none
 */
export function useOutlineFile(
  stored: OutlineFile | undefined,
  thickness: string,
  kerfM: number | undefined,
) {
  const [file, setFile] = useState<OutlineFile | undefined>(stored)
  const [refused, setRefused] = useState<string | undefined>(undefined)
  const [join, setJoin] = useState(`${USUAL_JOIN_MM} mm`)
  const [tabs, setTabs] = useState<'none' | 'tabs'>('none')
  const [every, setEvery] = useState(`${USUAL_APART_MM} mm`)
  const kerfMm = kerfM === undefined ? USUAL_KERF_MM : kerfM * 1000
  const bridges = useMemo(
    () => (tabs === 'tabs' ? { lengthMm: TAB_MM, everyMm: mm(every, USUAL_APART_MM) } : undefined),
    [tabs, every],
  )
  const { outlined, busy } = useOutline(file, {
    kerfMm,
    thicknessMm: mm(thickness, USUAL_THICKNESS_MM),
    joinMm: mm(join, USUAL_JOIN_MM),
    tabs: bridges,
  })
  const plan = outlined?.ok ? outlined.plan : undefined
  return {
    file,
    refused,
    busy,
    plan,
    kerfMm,
    unit: outlined?.ok ? outlined.unit : file?.unit,
    /** Why nothing could be worked out. */
    fault: outlined && !outlined.ok ? outlined.message : undefined,
    stops: plan?.problems.some((p) => p.rank === 'stop') ?? false,
    join,
    setJoin,
    tabs,
    setTabs,
    every,
    setEvery,
    /** Another unit makes another drawing of it. */
    setUnit: (unit: OutlineFile['unit']) => file && setFile({ ...file, id: crypto.randomUUID(), unit }),
    read: async (chosen: File) => {
      const why = whyRefused(chosen)
      setRefused(why)
      if (why !== undefined) return
      setFile({
        id: crypto.randomUUID(),
        name: chosen.name.slice(0, 120),
        format: /\.svg$/i.test(chosen.name) ? 'svg' : 'dxf',
        unit: '',
        text: await chosen.text(),
      })
    },
    save: async (format: 'svg' | 'dxf') => {
      if (!plan || !file) return
      saveFile(
        fileName(file.name.replace(/\.\w+$/, ''), format),
        await writeOutline(plan, format),
        format === 'svg' ? 'image/svg+xml' : 'image/vnd.dxf',
      )
    },
  }
}
export type OutlineInHand = ReturnType<typeof useOutlineFile>
