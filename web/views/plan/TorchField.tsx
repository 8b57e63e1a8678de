import { useMemo } from 'react'
import type { Torch } from '#contract/types.ts'
import { useShop } from '../../app/shop.ts'
import { SelectField } from '../../ui/SelectField.tsx'
import { chooseTorch, torchOptions } from './torch-choice.ts'

/** The torch of a piece: one that is kept, or the rig as it is given there. */
export function TorchField({
  torchId,
  torches,
  onChoose,
}: {
  readonly torchId: string | null
  readonly torches: readonly Torch[]
  /** Given what choosing it changes in the piece. */
  readonly onChoose: (change: ReturnType<typeof chooseTorch>) => void
}) {
  const { say } = useShop()
  const options = useMemo(() => torchOptions(torches, say), [torches, say])
  return (
    <SelectField
      beside
      label={say('Torch')}
      value={torchId ?? options.at(-1)?.value ?? ''}
      options={options}
      onChange={(id) => onChoose(chooseTorch(torches, id))}
    />
  )
}
