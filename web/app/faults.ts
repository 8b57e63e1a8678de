/** Tells the server of what breaks on a page: which page, what, which version. Nothing of what was typed. */
import { ask } from './api.ts'

/** So many are told of a page: one that breaks again and again says so once. */
const MOST = 20
const told = new Set<string>()

/** An address without the names of what is looked at, and a fault without the texts that it may quote. */
const pageOf = (path: string): string => path.replaceAll(/[0-9a-f]{8}-[0-9a-f-]{27}/gi, 'ID')
const unquoted = (text: string): string => text.replaceAll(/(["'“‘`]).*?(["'”’`])/g, '…').slice(0, 300)

/** What of an error is told: its name, its sentence without what it quotes, and where in our own code it was. */
export function faultOf(error: unknown): string {
  if (!(error instanceof Error)) return unquoted(String(error))
  const place = /([\w-]+\.(?:js|tsx?)):(\d+):\d+/.exec(error.stack ?? '')
  return `${error.name}: ${unquoted(error.message)}${place ? ` (${place[1] ?? ''}:${place[2] ?? ''})` : ''}`
}

/** Tells of one fault, once. */
export function tellFault(error: unknown): void {
  const page = pageOf(location.pathname)
  const what = faultOf(error)
  if (told.has(page + what) || told.size >= MOST) return
  told.add(page + what)
  void ask('addPageFault', {}, { page, what, at: new Date(Date.now()).toISOString() })
}

/** Hears of whatever nobody caught. */
export function hearFaults(): void {
  window.addEventListener('error', (e) => tellFault(e.error ?? e.message))
  window.addEventListener('unhandledrejection', (e) => tellFault(e.reason))
}
