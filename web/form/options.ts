/** The words of a choice as options of a control, in their order. */
export const optionsOf = <T extends string>(names: Readonly<Record<T, string>>) =>
  Object.entries<string>(names).map(([value, label]) => ({ value: value as T, label }))
