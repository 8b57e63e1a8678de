import Plotly from 'plotly.js-basic-dist-min'
import { useEffect, useRef } from 'react'

/** A line of a chart. */
export interface Series {
  readonly name: string
  /** Numbers, or the names of places side by side. */
  readonly x: readonly number[] | readonly string[]
  readonly y: readonly number[]
  readonly look: 'line' | 'thin' | 'point' | 'cross' | 'limit'
}

const ink = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()

/** A chart of lines and points in the page's own colours. What it shows is told in words beside it, too. */
export default function Chart({
  label,
  xTitle,
  yTitle,
  series,
  fromZero = true,
  xFromZero = true,
  bare = false,
}: {
  readonly label: string
  readonly xTitle: string
  readonly yTitle: string
  readonly series: readonly Series[]
  /** Whether the upright axis begins at nothing. */
  readonly fromZero?: boolean
  /** Whether the level axis begins at nothing. */
  readonly xFromZero?: boolean
  /** The upright axis has no figures: places on it are no amounts. */
  readonly bare?: boolean
}) {
  const place = useRef<HTMLDivElement>(null)
  useEffect(() => {
    const at = place.current
    if (!at) return
    const looks = {
      line: { mode: 'lines', line: { color: ink('--brick'), width: 3 } },
      thin: { mode: 'lines', line: { color: ink('--verdigris'), width: 2, dash: 'dash' } },
      limit: { mode: 'lines', line: { color: ink('--soft'), width: 1.5, dash: 'dot' } },
      point: { mode: 'markers', marker: { color: ink('--ink'), size: 11, symbol: 'diamond' } },
      cross: { mode: 'markers', marker: { color: ink('--brick'), size: 11, symbol: 'x' } },
    }
    const axis = (title: string, zero: boolean) => ({
      title: { text: title },
      gridcolor: ink('--rule'),
      zerolinecolor: ink('--rule'),
      rangemode: zero ? 'tozero' : 'normal',
      fixedrange: true,
    })
    void Plotly.react(
      at,
      series.map((s, i) => {
        const look = looks[s.look]
        // many marks stand close: smaller ones can still be told apart
        const marker = 'marker' in look && s.x.length > 30 ? { marker: { ...look.marker, size: 6 } } : {}
        // two lines of one name stand in the legend once
        const showlegend = series.findIndex((o) => o.name === s.name) === i
        return { type: 'scatter', name: s.name, showlegend, x: s.x, y: s.y, ...look, ...marker }
      }),
      {
        paper_bgcolor: 'transparent',
        plot_bgcolor: 'transparent',
        font: { family: 'Barlow Condensed', size: 15, color: ink('--ink') },
        margin: { l: 62, r: 12, t: 10, b: 48 },
        xaxis: axis(xTitle, xFromZero),
        yaxis: { ...axis(yTitle, fromZero), showticklabels: !bare, ...(bare ? { range: [-0.1, 2.1] } : {}) },
        // above the drawing, however many lines it takes
        legend: { orientation: 'h', y: 1.02, yanchor: 'bottom' },
        hovermode: 'closest',
      },
      { displayModeBar: false, responsive: true },
    )
  }, [series, xTitle, yTitle, fromZero, xFromZero, bare])
  useEffect(() => {
    const at = place.current
    return () => {
      if (at) Plotly.purge(at)
    }
  }, [])
  return <div ref={place} role="img" aria-label={label} className="h-[300px] w-full" />
}
