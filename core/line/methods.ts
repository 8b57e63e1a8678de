import { keysOf } from '../objects.ts'
import { METHOD_WORDS } from './method-words.ts'

export type LineMethodName = keyof typeof METHOD_WORDS
type OptionOf<M extends LineMethodName> = keyof (typeof METHOD_WORDS)[M]['options'] & string
/** A shop's choice in every row. */
export type LineMethods = { readonly [M in LineMethodName]: OptionOf<M> }

export const LINE_METHOD_NAMES = keysOf(METHOD_WORDS)
/** What can be chosen in a row; the first is the default. */
export const optionsOfLine = <M extends LineMethodName>(name: M): readonly OptionOf<M>[] =>
  Object.keys(METHOD_WORDS[name].options) as OptionOf<M>[]

/** Rows that change what is done to the line. */
export const LINE_TOUCHING: readonly LineMethodName[] = LINE_METHOD_NAMES.filter(
  (name) => 'touches' in METHOD_WORDS[name],
)

/** The first of every row. */
export const USUAL_LINE_METHODS = Object.fromEntries(
  LINE_METHOD_NAMES.map((name) => [name, optionsOfLine(name)[0]]),
) as unknown as LineMethods

/** What leaks were looked for with was once said in the row of when they are. */
export function methodsAsNow(asked: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> {
  if (asked['leakCheck'] !== 'soap') return asked
  return { ...asked, leakCheck: 'after-change', leakWith: 'soap' }
}

/** Methods as somebody names them: each row's word, or the fields that are not known. */
export function readLineMethods(asked: Readonly<Record<string, unknown>>): {
  readonly methods: LineMethods
  readonly errors: readonly { readonly field: string; readonly message: string }[]
} {
  const errors: { field: string; message: string }[] = []
  const methods: Record<string, string> = { ...USUAL_LINE_METHODS }
  for (const [name, value] of Object.entries(methodsAsNow(asked))) {
    if (!(name in METHOD_WORDS)) {
      errors.push({
        field: `methods.${name}`,
        message: `“${name.slice(0, 40)}” is not a choice that is known. Known are: ${LINE_METHOD_NAMES.join(', ')}.`,
      })
      continue
    }
    const options: readonly string[] = optionsOfLine(name as LineMethodName)
    if (typeof value === 'string' && options.includes(value)) methods[name] = value
    else errors.push({ field: `methods.${name}`, message: `This should be one of: ${options.join(', ')}.` })
  }
  return { methods: methods as unknown as LineMethods, errors }
}
