import { describe, expect, it } from 'vitest'
import { PATHS } from './paths.ts'
import { ROUTES } from './schemas.ts'

describe('the route table', () => {
  it('has a place and a check for every route', () => {
    expect(Object.keys(ROUTES).sort()).toEqual(Object.keys(PATHS).sort())
  })
  it('takes a body only where something is sent', () => {
    for (const [name, { method }] of Object.entries(PATHS)) {
      const { body } = ROUTES[name as keyof typeof ROUTES]
      // pictures and logs are sent as they are, events and what came out have several shapes, and a copy needs no words
      if (['addPhoto', 'importLog', 'addLog', 'addRunEvent', 'makeCopy'].includes(name)) continue
      const taken = 'fields' in body ? Object.keys(body.fields) : []
      expect(taken.length > 0, name).toBe(method !== 'GET')
    }
  })
  it('names each address once for each method', () => {
    const all = Object.values(PATHS).map((p) => `${p.method} ${p.path}`)
    expect(new Set(all).size).toBe(all.length)
  })
})
