/** The clock looks so often how many moments are due, ms. */
const LOOKS_MS = 16

/** Lets a bench's moments pass as the clock says: none while it rests, none of what was missed meanwhile. */
export class BenchClock {
  /** How much sooner than the clock they pass. */
  pace = 1
  #timer: ReturnType<typeof setInterval> | undefined
  #last = 0
  #owed = 0
  readonly #momentS: number
  readonly #mostBehind: number
  readonly #pass: (due: number) => void

  /**
   * @param momentS one moment, s
   * @param mostBehind a page that fell behind is not caught up with in one go: so many moments at most
   * @param pass lets so many of them pass, none as well
   */
  constructor(momentS: number, mostBehind: number, pass: (due: number) => void) {
    this.#momentS = momentS
    this.#mostBehind = mostBehind
    this.#pass = pass
  }

  wake(): void {
    if (this.#timer !== undefined) return
    this.#last = performance.now()
    this.#owed = 0
    this.#timer = setInterval(() => this.#look(), LOOKS_MS)
  }

  rest(): void {
    clearInterval(this.#timer)
    this.#timer = undefined
  }

  #look(): void {
    const now = performance.now()
    this.#owed += ((now - this.#last) / 1000 / this.#momentS) * this.pace
    this.#last = now
    const due = Math.min(this.#mostBehind * this.pace, Math.floor(this.#owed))
    this.#owed = Math.min(1, this.#owed - due)
    this.#pass(due)
  }
}
