import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { FieldError } from '#core/figure.ts'
import { readEntry, type EntryRead } from '#application/read-entry.ts'
import type { LogDraft } from '#contract/schemas.ts'
import { wouldBeLost, writtenDown } from '../../app/outbox.ts'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import type { Typed } from '../../form/FieldList.tsx'
import { useKeptForm } from '../../ui/useKeptForm.ts'
import { commonFault, firstCommon, type CommonForm } from './Frame.tsx'
import { useWorkedOn, type Subject } from './subject.ts'

/** What both checks do: keep the form, read it as one types, and put it in the log. */
export function useCheck<F extends CommonForm>(
  subject: Subject,
  first: Omit<F, keyof CommonForm>,
  draftOf: (form: F) => LogDraft | undefined,
) {
  const go = useNavigate()
  const send = useSend()
  const { settings } = useShop()
  const here = useApp((s) => s.device.personId)
  const lost = useApp((s) => wouldBeLost(s.outbox))
  const on = useWorkedOn(subject, settings)
  const { place, repeat } = subject.making
  const which = place === 1 && repeat === 1 ? '' : `.${place}.${repeat}`
  const key = subject.corrects
    ? `correct.${subject.corrects.id}`
    : `log.${subject.runId ?? subject.pieceId}${which}`
  const [form, change, letGo] = useKeptForm<F>(key, { ...firstCommon(subject, here), ...first } as F)
  const [asked, setAsked] = useState(false)
  const [saved, setSaved] = useState(false)
  const set = (name: string, value: Typed) => change({ [name]: value } as Partial<F>)
  const draft = draftOf(form)
  const read: EntryRead | undefined = draft && on ? readEntry(draft, on, settings) : undefined
  const errors: readonly FieldError[] = read && !read.ok ? read.errors : []
  const save = () => {
    setAsked(true)
    // what could be neither kept nor stored stays in the form
    if (!draft || !read?.ok || commonFault(form, subject) !== undefined || lost) return
    setSaved(true)
    send(writtenDown(draft))
    letGo()
    void go(subject.then ?? `/log/${draft.id}`)
  }
  return {
    form,
    change: (part: Partial<F>) => change(part),
    asked,
    saved,
    save,
    verdict: read?.ok ? read.told.verdict : undefined,
    errors,
    error: (field: string) => errors.find((e) => e.field === field)?.message,
    set,
    plan: on?.plan,
  }
}
