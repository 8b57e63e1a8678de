import { nearNames } from '#core/names.ts'
import { conflict } from './errors.ts'

/** Asks about a name that would be read for one that is there, until somebody says that it is another. */
export function askWhetherAnother(
  { name, another }: { readonly name: string; readonly another?: boolean | undefined },
  known: readonly { readonly name: string }[],
): void {
  const near = another === true ? undefined : known.find((k) => nearNames(k.name, name))
  if (near)
    throw conflict('near-name', `There is ${near.name} already, which reads like ${name}. Is this another?`)
}
