import Plotly from 'plotly.js-basic-dist-min'
import { useEffect, useRef } from 'react'

/** A line of a chart. */
export interface Series {
  readonly name: string
  readonly x: readonly number[]
  readonly y: readonly number[]
  readonly look: 'line' | 'thin' | 'point' | 'limit'
}

const ink = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()

/** A chart of lines and points in the page's own colours. What it shows is told in words beside it, too. */
export default function Chart({
  label,
  xTitle,
  yTitle,
  series,
}: {
  readonly label: string
  readonly xTitle: string
  readonly yTitle: string
  readonly series: readonly Series[]
}) {
  const place = useRef<HTMLDivElement>(null)
  useEffect(() => {
    const at = place.current
    if (!at) return
    const looks = {
      line: { mode: 'lines', line: { color: ink('--brick'), width: 3 } },
      thin: { mode: 'lines', line: { color: ink('--verdigris'), width: 2, dash: 'dash' } },
      limit: { mode: 'lines', line: { color: ink('--soft'), width: 1.5, dash: 'dot' } },
      point: { mode: 'markers', marker: { color: ink('--ink'), size: 13, symbol: 'diamond' } },
    }
    const axis = (title: string) => ({
      title: { text: title },
      gridcolor: ink('--rule'),
      zerolinecolor: ink('--rule'),
      rangemode: 'tozero',
      fixedrange: true,
    })
    void Plotly.react(
      at,
      series.map((s) => ({ type: 'scatter', name: s.name, x: s.x, y: s.y, ...looks[s.look] })),
      {
        paper_bgcolor: 'transparent',
        plot_bgcolor: 'transparent',
        font: { family: 'Barlow Condensed', size: 15, color: ink('--ink') },
        margin: { l: 62, r: 12, t: 10, b: 48 },
        xaxis: axis(xTitle),
        yaxis: axis(yTitle),
        legend: { orientation: 'h', y: 1.12 },
        hovermode: 'closest',
      },
      { displayModeBar: false, responsive: true },
    )
  }, [series, xTitle, yTitle])
  useEffect(() => {
    const at = place.current
    return () => {
      if (at) Plotly.purge(at)
    }
  }, [])
  return <div ref={place} role="img" aria-label={label} className="h-[300px] w-full" />
}
