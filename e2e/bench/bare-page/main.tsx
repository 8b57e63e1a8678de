/** The least that a page can do: React, one controlled input, and what is typed drawn beside it. */
import { useState } from 'react'
import { createRoot } from 'react-dom/client'

function Bare() {
  const [typed, setTyped] = useState('20 mm')
  return (
    <main data-ready>
      <input value={typed} onChange={(e) => setTyped(e.target.value)} />
      <svg aria-label="Drawn" viewBox="0 0 200 100">
        <text x="10" y="50">
          {typed}
        </text>
      </svg>
    </main>
  )
}

const root = document.getElementById('root')
if (root) createRoot(root).render(<Bare />)
