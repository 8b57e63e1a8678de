import { describe, expect, it } from 'vitest'
import { pathAsNow, pieceNamedAsNow, routeAsNow } from './older-names.ts'
import { bodyAsNow } from './stored.ts'

describe('a piece that was called a ticket', () => {
  it('is asked for by its older path, and no other path is changed', () => {
    expect(pathAsNow('/api/tickets')).toBe('/api/pieces')
    expect(pathAsNow('/api/tickets/7')).toBe('/api/pieces/7')
    for (const path of ['/api/ticketsold', '/jobs/1/tickets', '/api/log?ticket=1', '/api/pieces/7'])
      expect(pathAsNow(path)).toBe(path)
  })
  it('is sent by the route that an older browser kept, beside those of now', () => {
    expect(['changeTicket', 'changePiece', 'addLog'].map(routeAsNow)).toEqual([
      'changePiece',
      'changePiece',
      'addLog',
    ])
  })
  it('is named by what names a ticket; what names a piece, or neither, is left alone', () => {
    expect(pieceNamedAsNow({ ticketId: 't', note: 'x' })).toEqual({ pieceId: 't', note: 'x' })
    expect(pieceNamedAsNow({ ticketId: null })).toEqual({ pieceId: null })
    expect(pieceNamedAsNow({ ticketId: 'old', pieceId: 'new' })).toEqual({ pieceId: 'new' })
    expect(pieceNamedAsNow({ note: 'x' })).toEqual({ note: 'x' })
    expect(bodyAsNow('startRun', { id: 'r', ticketId: 't' })).toEqual({
      id: 'r',
      pieceId: 't',
      batchId: null,
    })
  })
})
