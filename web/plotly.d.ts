declare module 'plotly.js-basic-dist-min' {
  /** The few things of the charting library that are used here. */
  interface Chart {
    react(
      place: HTMLElement,
      data: readonly Record<string, unknown>[],
      layout: Record<string, unknown>,
      config: Record<string, unknown>,
    ): Promise<unknown>
    purge(place: HTMLElement): void
  }
  const chart: Chart
  export default chart
}
