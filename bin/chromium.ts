import { existsSync } from 'node:fs'

/**
 * Debian's chromium on this machine: the one without a window, which does the same in less time, or the whole.
 * `WIMBLE_CHROMIUM` names another.
 * @returns its path, or undefined when there is none
 */
export function findChromium(): string | undefined {
  const named = process.env['WIMBLE_CHROMIUM']
  return [
    ...(named === undefined ? [] : [named]),
    '/usr/bin/chromium-headless-shell',
    '/usr/bin/chromium',
  ].find((path) => existsSync(path))
}
