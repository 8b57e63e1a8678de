import { useState, type ChangeEvent } from 'react'
import { useForm } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { firstBraze, firstDraft, FIRST_RIG } from '#application/first.ts'
import { nearNames } from '#core/names.ts'
import type { PieceDraft } from '#contract/schemas.ts'
import type { AnswerOf } from '#contract/types.ts'
import { api, type Failure } from '../../app/api.ts'
import { device } from '../../app/device.ts'
import { useShop } from '../../app/shop.ts'
import { useApp, useSend } from '../../app/store.ts'
import { Button } from '../../ui/Button.tsx'
import { Field, Group } from '../../ui/Field.tsx'
import { Panel } from '../../ui/Panel.tsx'
import { Segmented } from '../../ui/Segmented.tsx'
import { SelectField } from '../../ui/SelectField.tsx'

type JobName = AnswerOf<'findJobs'>[number]
interface Form {
  readonly title: string
  readonly job: string
}

const NONE = 'none'
const KINDS = [
  { value: 'cut', label: 'Cut' },
  { value: 'braze', label: 'Braze' },
] as const

/** Asks what the piece is called and which job it belongs to, then opens its plan. */
export function StartPiece({
  open,
  onClose,
  jobName = '',
  worked,
}: {
  readonly open: boolean
  readonly onClose: () => void
  readonly jobName?: string
  /** What was worked out already: it becomes the piece, and nothing of it is asked again. */
  readonly worked?: PieceDraft
}) {
  const go = useNavigate()
  const { settings, say } = useShop()
  const send = useSend()
  const last = useApp((s) => s.device.torchId)
  const [kind, setKind] = useState<PieceDraft['kind']>('cut')
  const [chosen, setChosen] = useState<string | undefined>(undefined)
  const [typedJob, setTypedJob] = useState('')
  // the newest before anything is typed; then those whose names begin so
  const jobs = api.useJobNamesQuery({ name: typedJob }, { skip: !open }).data ?? []
  const [newest] = api.useJobNamesQuery({ name: '' }, { skip: !open }).data ?? []
  const [askName] = api.useLazyJobNamesQuery()
  const torches = api.useTorchesQuery(undefined, { skip: !open }).data ?? []
  const [addJob] = api.useAddJobMutation()
  const [addPiece] = api.useAddPieceMutation()
  const { register, handleSubmit, setError, reset, formState } = useForm<Form>({
    values: { title: '', job: jobName || (newest?.name ?? '') },
    resetOptions: { keepDirtyValues: true },
  })
  const torchId = chosen ?? torches.find((t) => t.id === last)?.id ?? torches[0]?.id ?? NONE
  const torch = torches.find((t) => t.id === torchId)
  // a job whose name would be taken for the one that was typed: it is asked about
  const [near, setNear] = useState<JobName | undefined>(undefined)
  /** The job that is meant; undefined where that has to be asked first. */
  const jobFor = async (name: string, meant: JobName | 'another' | undefined) => {
    if (typeof meant === 'object') return meant.id
    const named = await askName({ name }).unwrap()
    const known = named.find((j) => j.name.toLowerCase() === name.toLowerCase())
    const like = meant === 'another' ? undefined : named.find((j) => nearNames(j.name, name))
    if (!known && like) {
      setNear(like)
      return undefined
    }
    const body = {
      id: crypto.randomUUID(),
      name,
      place: '',
      ...(meant === 'another' ? { another: true } : {}),
    }
    return known?.id ?? (await addJob(body).unwrap()).id
  }
  const begin = async ({ title, job }: Form, meant?: JobName | 'another') => {
    try {
      const jobId = await jobFor(job.trim(), meant)
      if (jobId === undefined) return
      if (!worked) send(device.actions.changed({ torchId: torch?.id ?? null }))
      const rig = { torchId: torch?.id ?? null, rig: torch?.rig ?? FIRST_RIG }
      const draft: PieceDraft =
        worked ??
        (kind === 'braze' ? { ...firstBraze(settings), ...rig } : { ...firstDraft(settings), ...rig })
      const piece = await addPiece({ id: crypto.randomUUID(), jobId, title: title.trim(), draft }).unwrap()
      setNear(undefined)
      reset()
      onClose()
      void go(`/jobs/${jobId}/${piece.id}`)
    } catch (failure) {
      setError('root', { message: (failure as Failure).message })
    }
  }
  const start = handleSubmit((form) => begin(form))
  return (
    <Panel
      title={worked ? 'Keep it as a piece' : 'Start a piece'}
      place="middle"
      typeFirst
      open={open}
      onClose={onClose}
    >
      <form className="grid gap-4" onSubmit={(e) => void start(e)} noValidate>
        <Field
          label="What is it?"
          error={formState.errors.title?.message}
          hint="As you would chalk it on the plate."
        >
          {({ id, describedBy }) => (
            <input
              id={id}
              aria-describedby={describedBy}
              className="field"
              autoComplete="off"
              {...register('title', {
                validate: (v) => v.trim() !== '' || 'Give the piece a name.',
                maxLength: { value: 120, message: 'At most 120 characters.' },
              })}
            />
          )}
        </Field>
        <Field
          label="Which job?"
          error={formState.errors.job?.message}
          hint="One that is there, or a new name."
        >
          {({ id, describedBy }) => (
            <>
              <input
                id={id}
                aria-describedby={describedBy}
                className="field"
                list={`${id}-jobs`}
                autoComplete="off"
                {...register('job', {
                  validate: (v) => v.trim() !== '' || 'Name the job.',
                  maxLength: { value: 120, message: 'At most 120 characters.' },
                  onChange: (e: ChangeEvent<HTMLInputElement>) => {
                    setTypedJob(e.target.value.trim())
                    setNear(undefined)
                  },
                })}
              />
              <datalist id={`${id}-jobs`}>
                {jobs.map((j) => (
                  <option key={j.id} value={j.name} />
                ))}
              </datalist>
            </>
          )}
        </Field>
        {near ? (
          <div role="alert" className="grid gap-2 border-l-4 border-brass pl-3">
            <p>There is {near.name} already, which reads like this one.</p>
            <div className="flex flex-wrap gap-2">
              <Button onClick={() => void handleSubmit((form) => begin(form, near))()}>
                It is {near.name}
              </Button>
              <Button onClick={() => void handleSubmit((form) => begin(form, 'another'))()}>
                It is another job
              </Button>
            </div>
          </div>
        ) : null}
        {worked ? null : (
          <Group label="Cut or braze?">
            <Segmented tall label="Cut or braze?" value={kind} options={KINDS} onChange={setKind} />
          </Group>
        )}
        {torches.length > 0 && !worked ? (
          <SelectField
            label={say('With which torch?')}
            value={torchId}
            options={[
              ...torches.map((t) => ({ value: t.id, label: t.name })),
              { value: NONE, label: 'Another: described in the plan' },
            ]}
            onChange={setChosen}
          />
        ) : null}
        {formState.errors.root ? (
          <p role="alert" className="font-bold text-alarm">
            {formState.errors.root.message}
          </p>
        ) : null}
        <Button look="act" type="submit" disabled={formState.isSubmitting} className="text-label">
          {worked ? 'Keep it' : 'Plan it'}
        </Button>
      </form>
    </Panel>
  )
}
