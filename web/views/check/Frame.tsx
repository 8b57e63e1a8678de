import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { findCause, findSign } from '#core/check/faults.ts'
import type { Verdict } from '#core/check/acceptance.ts'
import type { LogDraft } from '#contract/schemas.ts'
import { api } from '../../app/api.ts'
import { ServerNotice } from '../../app/ServerNotice.tsx'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'
import { TextField } from '../../ui/TextField.tsx'
import { Photos } from './Photos.tsx'
import type { Subject } from './subject.ts'

/** What both kinds of check have: who, note, lot, cylinder, pictures, and why when it corrects. */
export interface CommonForm {
  readonly id: string
  readonly personId: string
  readonly note: string
  readonly lot: string
  readonly cylinder: string
  readonly why: string
  readonly photos: readonly string[]
  readonly helped: '' | 'yes' | 'no'
}
export const NOBODY = 'nobody'

/** The form as it begins: as the entry had it that is corrected, else blank. */
export const firstCommon = (subject: Subject, here: string | null): CommonForm => {
  const told = subject.corrects?.told
  const written = told?.kind === 'cut' || told?.kind === 'braze' ? told : undefined
  return {
    id: crypto.randomUUID(),
    personId: subject.personId ?? here ?? NOBODY,
    note: written?.note ?? '',
    lot: written?.lot ?? '',
    cylinder: written?.cylinder ?? '',
    why: '',
    photos: [],
    helped: '',
  }
}

/** The change that this run tried, if it tried one: asked after, so that the shop learns what helps. */
export const triedOf = ({ draft }: Subject) =>
  draft.work.changes.findLast((c) => findSign(c.sign) !== undefined && findCause(c.cause) !== undefined)

/** The part of an entry that both kinds share. */
export function commonOf(form: CommonForm, subject: Subject): Omit<LogDraft, 'kind' | 'used' | 'breaking'> {
  const tried = triedOf(subject)
  return {
    id: form.id,
    pieceId: subject.pieceId,
    runId: subject.runId,
    ...subject.making,
    personId: form.personId === NOBODY ? null : form.personId,
    at: new Date(Date.now()).toISOString(),
    corrects: subject.corrects?.id ?? null,
    why: form.why.trim(),
    lot: form.lot,
    cylinder: form.cylinder,
    note: form.note,
    tried:
      tried && form.helped !== ''
        ? { sign: tried.sign, cause: tried.cause, helped: form.helped === 'yes' }
        : null,
  }
}

/** What keeps a form from being put in the log, beside what its own fields say. */
export const commonFault = (form: CommonForm, subject: Subject): 'why' | 'person' | 'helped' | undefined => {
  if (subject.corrects && form.why.trim() === '') return 'why'
  if (subject.corrects && form.personId === NOBODY) return 'person'
  return undefined
}

/** The page round a check: its head, what both kinds ask, the verdict as it stands, and the large button. */
export function Frame({
  subject,
  form,
  change,
  asked,
  verdict,
  saved,
  onSave,
  children,
}: {
  readonly subject: Subject
  readonly form: CommonForm
  readonly change: (part: Partial<CommonForm>) => void
  readonly asked: boolean
  readonly verdict: Verdict | undefined
  readonly saved: boolean
  readonly onSave: () => void
  readonly children: ReactNode
}) {
  const { say } = useShop()
  const people = (api.usePeopleQuery().data ?? []).filter((p) => p.active)
  const tried = triedOf(subject)
  const fault = asked ? commonFault(form, subject) : undefined
  return (
    <main className="mx-auto max-w-[1100px] px-4 pb-10">
      <ServerNotice />
      <header className="flex flex-wrap items-baseline gap-x-4 pt-4 pb-3">
        <h1 className="text-page">{subject.corrects ? 'Correct the result' : 'Result'}</h1>
        <p className="grow text-soft">
          {subject.title}, {subject.jobName}
        </p>
        <Link
          className="name min-h-10 content-center text-field underline underline-offset-4"
          to={subject.corrects ? `/log/${subject.corrects.id}` : '/'}
        >
          {subject.corrects ? 'Back to the line' : 'Today'}
        </Link>
      </header>
      <div className="grid gap-6">
        {subject.corrects ? (
          <TextField
            label="Why it is corrected"
            value={form.why}
            error={
              fault === 'why'
                ? 'Say why it is corrected: the old line stays, with this beside it.'
                : undefined
            }
            onChange={(why) => change({ why })}
          />
        ) : null}
        {tried ? (
          <section aria-label="Did the change help?" className="border-l-4 border-brass pl-4">
            <p className="pb-2">
              This time: <strong>{say(tried.text)}</strong> Did that help against “
              {findSign(tried.sign)?.name}”?
            </p>
            <Segmented
              label="Did it help?"
              value={form.helped}
              options={[
                { value: 'yes', label: 'Yes' },
                { value: 'no', label: 'No' },
              ]}
              onChange={(helped) => change({ helped })}
            />
          </section>
        ) : null}
        {children}
        <section
          aria-label="For the record"
          className="grid gap-4 border-t-[1.5px] border-rule pt-4 md:grid-cols-2"
        >
          <div className="grid content-start gap-3">
            <Field label="Note">
              {({ id }) => (
                <textarea
                  id={id}
                  className="field min-h-[88px]! py-2! font-text!"
                  maxLength={2000}
                  value={form.note}
                  onChange={(e) => change({ note: e.target.value })}
                />
              )}
            </Field>
            <Photos
              of={{ entry: form.id, piece: subject.pieceId }}
              ids={form.photos}
              onAdd={(ids) => change({ photos: [...form.photos, ...ids] })}
            />
          </div>
          <div className="grid content-start gap-3">
            <SelectField
              label="Written down by"
              value={form.personId}
              options={[
                ...people.map((p) => ({ value: p.id, label: p.name })),
                { value: NOBODY, label: 'Nobody named' },
              ]}
              error={fault === 'person' ? 'Say who corrects it.' : undefined}
              onChange={(personId) => change({ personId })}
            />
            {subject.draft.kind === 'braze' ? (
              <TextField label="Filler lot" value={form.lot} onChange={(lot) => change({ lot })} />
            ) : null}
            <TextField
              label={say('Cylinder')}
              value={form.cylinder}
              onChange={(cylinder) => change({ cylinder })}
            />
          </div>
        </section>
        <div className="z-10 grid gap-2 border-t-[1.5px] border-ink bg-paper pt-3 pb-3 md:sticky md:bottom-0">
          {verdict ? <VerdictLine verdict={verdict} /> : null}
          <Button look="act" className="text-section" disabled={saved} onClick={onSave}>
            {subject.corrects ? 'Save the correction to the log' : 'Save to the log'}
          </Button>
        </div>
      </div>
    </main>
  )
}

const OUTCOMES = {
  passed: { word: 'Passes', sign: '✓', look: 'border-verdigris text-verdigris' },
  failed: { word: 'Fails', sign: '✕', look: 'border-alarm text-alarm' },
  open: { word: 'Open', sign: '?', look: 'border-brass text-brass' },
} as const

/** A verdict with what decided it. */
export function VerdictLine({ verdict }: { readonly verdict: Pick<Verdict, 'outcome' | 'because'> }) {
  const { word, sign, look } = OUTCOMES[verdict.outcome]
  return (
    <p role="status" data-verdict={verdict.outcome} className={`border-l-[6px] pl-3 ${look}`}>
      <strong className="name pr-1 text-label">
        {sign} {word}.
      </strong>{' '}
      <span className="text-ink">{verdict.because}</span>
    </p>
  )
}
