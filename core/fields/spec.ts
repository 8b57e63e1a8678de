/**
 * A field as a row of a table: what it is, how it is bounded, what it is taken for when it is left empty, when it is
 * asked at all, and its words. Readers, checks at the edge, forms, columns and the tables of the docs come from it.
 */
import type { Kind } from '../quantity/index.ts'
import { keysOf } from '../objects.ts'
import type { UnitChoices } from '../quantity/choices.ts'
import type { Bounds } from './bounds.ts'

/** A group of fields as it was typed. */
export type Said = Readonly<Record<string, unknown>>
/** Prints a value in SI in the shop's units. */
export type Print = (si: number, kind: Kind) => string

/** How a figure that goes with the field is printed: set on a rig, laid out on the work, or told. */
export type PrintClass = 'set' | 'lay-out' | 'told'

/** What every field has, whatever it is. */
export interface Common {
  /** What it is called beside its control; it may depend on what else was typed. */
  readonly label: string | ((said: Said) => string)
  /** The part of the form where it stands. */
  readonly group?: string
  /** A line under it. */
  readonly help?: string
  /** Whether it is asked for, by what else was typed; always, when this is absent. */
  readonly applies?: (said: Said) => boolean
  /** What a new thing begins with, as typed: nothing, when this is absent. */
  readonly first?: string | ((units: UnitChoices) => string)
  /** In an empty field: what it is then taken for. */
  readonly empty?: string | ((said: Said, print: Print) => string)
  /** What it is taken for when it is absent, for the docs, where that is no plain value. */
  readonly absent?: string
  /** What can be said, for the docs, where that does not follow from what it is. */
  readonly says?: string
  /** Only in a file for the command line, on no page. */
  readonly draft?: false
  /** Only on a page: no plan reads it. */
  readonly page?: true
  readonly slot?: PrintClass
  /** Its head among the columns of the log's CSV, with its unit. */
  readonly csv?: string
  /** Other names under which a pasted column is known. */
  readonly also?: readonly string[]
}

/** How a text is written, and the sentence for one that is not. */
export interface Pattern {
  readonly test: RegExp
  readonly says: string
}

/** A quantity with its unit. `usual` is what it is taken for when it is empty, SI. */
interface OfQuantity extends Common {
  /** The name under which it is read, with its unit. */
  readonly as?: string
  readonly usual?: number | ((said: Said) => number)
  readonly needed?: boolean | ((said: Said) => boolean)
  /** Buttons for less and more beside it. */
  readonly stepper?: true
}
interface OfChoice extends Common {
  readonly as?: string
  readonly usual?: string | ((said: Said) => string)
  readonly needed?: boolean
  /** All options lie open beside each other; otherwise they are a list. */
  readonly open?: true
  /** In a draft too it is always one of its words. */
  readonly sure?: true
}
interface OfCount extends Common {
  readonly as?: string
  /** What is counted, for the sentence: "the number of joints". */
  readonly what: string
  readonly usual: number
  /** 1, when this is absent. */
  readonly least?: number
  /** A part of one will do: 2.5 tins. */
  readonly parts?: true
  readonly most: number
}
interface OfText extends Common {
  readonly as?: string
  readonly most?: number
  readonly example?: string
  /** More than one line may be typed. */
  readonly lines?: true
  /** How it is written, where not anything will do; blank always will, when it says so. */
  readonly pattern?: Pattern
}

export const quantity = <const O extends OfQuantity>(bounds: Bounds, options: O) => ({
  type: 'quantity' as const,
  bounds,
  ...options,
})
/** A quantity, or a range of it as a chart prints one: read as both ends in SI. */
export const range = <const O extends Omit<OfQuantity, 'usual' | 'needed' | 'stepper'>>(
  bounds: Bounds,
  options: O,
) => ({
  type: 'range' as const,
  bounds,
  ...options,
})
/** One of some words, each with what it is called. */
export const choice = <const N extends Readonly<Record<string, string>>, const O extends OfChoice>(
  names: N,
  options: O,
) => ({ type: 'choice' as const, names, ...options })
export const count = <const O extends OfCount>(options: O) => ({ type: 'count' as const, ...options })
/** Yes, or nothing. `yes` is what the button says. */
export const flag = <const O extends Common & { readonly as?: string; readonly yes: string }>(
  options: O,
) => ({
  type: 'flag' as const,
  ...options,
})
export const text = <const O extends OfText>(options: O) => ({ type: 'text' as const, ...options })
/** A plain number, in the unit that its label names. */
export const number = <const O extends Common & { readonly least?: number; readonly most?: number }>(
  options: O,
) => ({ type: 'number' as const, ...options })
/** Yes or no. */
export const yesNo = <const O extends Common>(options: O) => ({ type: 'yes-no' as const, ...options })
/** Texts or numbers in a row. */
export const list = <
  const E extends 'text' | 'number',
  const O extends Common & { readonly nullable?: true },
>(
  each: E,
  options: O,
) => ({ type: 'list' as const, each, ...options })
/** Something of a make of its own: told from others by `is`, and described by a JSON schema. */
export const made = <T, const O extends Common & { readonly json: object }>(
  is: (v: unknown) => v is T,
  options: O,
) => ({ type: 'made' as const, is, ...options })
/** A moment, as text: 2026-03-02T08:30:00.000Z. */
export const instant = <const O extends Common>(options: O) => ({ type: 'instant' as const, ...options })
/** A day, as text: 2026-03-02. */
export const day = <const O extends Common>(options: O) => ({ type: 'day' as const, ...options })
/** Typed as text and read by its own reader: a grade, an angle that is also spoken, a list in one line. */
export const special = <const O extends Omit<OfText, 'as'> & { readonly bounds?: Bounds }>(options: O) => ({
  type: 'special' as const,
  ...options,
})
/** Several of some words. */
export const several = <const N extends Readonly<Record<string, string>>, const O extends Common>(
  names: N,
  options: O,
) => ({ type: 'several' as const, names, ...options })
/** Rows, each with fields of its own; read one by one by their own reader. */
export const rows = <T, const O extends Common & { readonly most: number; readonly what: string }>(
  of: T,
  options: O,
) => ({ type: 'rows' as const, of, ...options })
/** A group of fields within a group. */
export const group = <T, const O extends Common & { readonly what: string; readonly nullable?: true }>(
  of: T,
  options: O,
) => ({
  type: 'group' as const,
  of,
  ...options,
})
/** The id of something else that is kept, or nothing. */
export const reference = <const O extends Common & { readonly what: string }>(options: O) => ({
  type: 'reference' as const,
  ...options,
})

type Names = Readonly<Record<string, string>>
/** A row of a table of fields. */
export type Field = Common &
  (
    | (OfQuantity & { readonly type: 'quantity'; readonly bounds: Bounds })
    | (Omit<OfQuantity, 'usual' | 'needed' | 'stepper'> & { readonly type: 'range'; readonly bounds: Bounds })
    | (OfChoice & { readonly type: 'choice'; readonly names: Names })
    | (OfCount & { readonly type: 'count' })
    | { readonly type: 'flag'; readonly as?: string; readonly yes: string }
    | (OfText & { readonly type: 'text' })
    | (OfText & { readonly type: 'special'; readonly bounds?: Bounds })
    | { readonly type: 'instant' | 'day' | 'yes-no' }
    | { readonly type: 'number'; readonly least?: number; readonly most?: number }
    | { readonly type: 'list'; readonly each: 'text' | 'number'; readonly nullable?: true }
    | { readonly type: 'made'; readonly is: (v: unknown) => boolean; readonly json: object }
    | { readonly type: 'several'; readonly names: Names }
    | { readonly type: 'rows'; readonly of: Table; readonly most: number; readonly what: string }
    | { readonly type: 'group'; readonly of: Table; readonly what: string; readonly nullable?: true }
    | { readonly type: 'reference'; readonly what: string }
  )
/** Fields by name, in the order in which they are asked. */
export interface Table {
  readonly [name: string]: Field
}

/** The words of a choice, in their order. */
export const wordsOf = <N extends Names>(field: { readonly names: N }): readonly (keyof N & string)[] =>
  keysOf(field.names)
/** One of the words of a choice. */
export type WordOf<F extends { readonly names: Names }> = keyof F['names'] & string

type Sure<F> = F extends { usual: unknown } | { needed: true } ? true : false
type ValueOf<F> = F extends { type: 'quantity' }
  ? Sure<F> extends true
    ? number
    : number | undefined
  : F extends { type: 'range' }
    ? readonly [low: number, high: number] | undefined
    : F extends { type: 'choice'; names: infer N }
      ? Sure<F> extends true
        ? keyof N & string
        : (keyof N & string) | undefined
      : F extends { type: 'count' }
        ? number
        : F extends { type: 'flag' }
          ? boolean
          : F extends { type: 'text' }
            ? string
            : F extends { type: 'several'; names: infer N }
              ? ReadonlySet<keyof N & string>
              : never
type NameOf<F, K> = F extends { as: infer A extends string } ? A : K
type Plain = { type: 'quantity' | 'range' | 'choice' | 'count' | 'flag' | 'text' | 'several' }
/** What the reader makes of a table: SI for quantities, the word of a choice. Special fields, rows and groups have readers of their own. */
export type ReadOf<T> = {
  readonly [K in keyof T as Read<T, K, true>]: ValueOf<T[K]>
} & {
  readonly [K in keyof T as Read<T, K, false>]?: ValueOf<T[K]>
}
/** The name of a field that is read, among those that always have a value or among those that may be absent. */
type Read<T, K extends keyof T, Always extends boolean> = T[K] extends { page: true }
  ? never
  : T[K] extends Plain
    ? (undefined extends ValueOf<T[K]> ? false : true) extends Always
      ? NameOf<T[K], K> & string
      : never
    : never

/** What is typed into the fields of a table: text, but for lists and groups. */
export type DraftOf<T> = {
  -readonly [K in keyof T as T[K] extends { draft: false } ? never : K]: T[K] extends {
    type: 'rows'
    of: infer R
  }
    ? DraftOf<R>[]
    : T[K] extends { type: 'group'; of: infer G; nullable: true }
      ? DraftOf<G> | null
      : T[K] extends { type: 'group'; of: infer G }
        ? DraftOf<G>
        : T[K] extends { type: 'number' }
          ? number
          : T[K] extends { type: 'yes-no' }
            ? boolean
            : T[K] extends { type: 'made'; is: (v: unknown) => v is infer M }
              ? M
              : T[K] extends { type: 'several' }
                ? string[]
                : T[K] extends { type: 'reference' }
                  ? string | null
                  : T[K] extends { type: 'choice'; sure: true; names: infer N }
                    ? keyof N & string
                    : string
}

/** Something measured or used: as typed, and in SI. */
export interface Used {
  readonly text: string
  readonly si: number
}
/** What a line of the log tells by its table: quantities as typed and in SI, or not measured. */
export type ResultOf<T> = {
  readonly [K in keyof T as T[K] extends { page: true } ? never : K]: T[K] extends { type: 'quantity' }
    ? T[K] extends { needed: true }
      ? Used
      : Used | null
    : T[K] extends { type: 'group'; of: infer G; nullable: true }
      ? ResultOf<G> | null
      : T[K] extends { type: 'group'; of: infer G }
        ? ResultOf<G>
        : T[K] extends { type: 'rows'; of: infer R }
          ? readonly ResultOf<R>[]
          : T[K] extends { type: 'list'; each: 'text' }
            ? readonly string[]
            : T[K] extends { type: 'list'; each: 'number' }
              ? readonly number[] | null
              : T[K] extends { type: 'choice'; names: infer N }
                ? keyof N & string
                : T[K] extends { type: 'number' }
                  ? number
                  : T[K] extends { type: 'yes-no' }
                    ? boolean
                    : T[K] extends { type: 'made'; is: (v: unknown) => v is infer M }
                      ? M
                      : string
}

/** The text that is given by a table, plain or made from what else was typed. */
export const told = <A extends readonly unknown[]>(
  words: string | ((...about: A) => string | undefined) | undefined,
  ...about: A
): string => (typeof words === 'function' ? words(...about) : words) ?? ''

/** Whether a field is asked for, by what else was typed. */
export const applies = (field: Field, said: Said): boolean => field.applies?.(said) ?? true

/** What was typed into fields that are asked for: the rest stays in the draft and is not read. */
export const applying = (table: Table, said: Said): Said =>
  Object.fromEntries(
    Object.entries(said).filter(([name]) => {
      const field = table[name]
      return field === undefined || (field.page !== true && applies(field, said))
    }),
  )
