import { useForm } from 'react-hook-form'
import type { RigDraft } from '#contract/schemas.ts'
import { api, type Failure } from '../../app/api.ts'
import { useShop } from '../../app/shop.ts'
import { Button } from '../../ui/Button.tsx'
import { Field } from '../../ui/Field.tsx'
import { Panel } from '../../ui/Panel.tsx'

/** Keeps hoses, tip and chart under a torch's name, to be chosen for other pieces. */
export function KeepTorch({
  open,
  onClose,
  rig,
  onKept,
}: {
  readonly open: boolean
  readonly onClose: () => void
  readonly rig: RigDraft
  readonly onKept: (id: string) => void
}) {
  const { say } = useShop()
  const [add] = api.useAddTorchMutation()
  const { register, handleSubmit, setError, reset, formState } = useForm<{ name: string }>({
    defaultValues: { name: '' },
  })
  const keep = (another = false) =>
    handleSubmit(async ({ name }) => {
      try {
        const said = another ? { another } : {}
        const torch = await add({ id: crypto.randomUUID(), name: name.trim(), rig, ...said }).unwrap()
        reset()
        onKept(torch.id)
        onClose()
      } catch (failure) {
        const { code, message } = failure as Failure
        setError('name', { type: code, message })
      }
    })
  return (
    <Panel title={say('Keep this rig as a torch')} place="middle" typeFirst open={open} onClose={onClose}>
      <form className="grid gap-4" noValidate onSubmit={(e) => void keep()(e)}>
        <Field label="What do you call it?" error={formState.errors.name?.message}>
          {({ id, describedBy }) => (
            <input
              id={id}
              aria-describedby={describedBy}
              className="field"
              autoComplete="off"
              {...register('name', {
                validate: (v) => v.trim() !== '' || 'Give it a name.',
                maxLength: { value: 120, message: 'At most 120 characters.' },
              })}
            />
          )}
        </Field>
        <Button look="act" type="submit" disabled={formState.isSubmitting}>
          Keep it
        </Button>
        {formState.errors.name?.type === 'near-name' ? (
          <Button onClick={() => void keep(true)()}>Yes, it is another</Button>
        ) : null}
      </form>
    </Panel>
  )
}
