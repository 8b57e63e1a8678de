/** Names that a file or a browser from before may use for what is named otherwise now. */
import type { Json } from '#core/objects.ts'

/** A piece was once called a ticket: what names one by that word names a piece. */
export const pieceNamedAsNow = ({ ticketId, ...said }: Json): Json =>
  ticketId === undefined ? said : { pieceId: ticketId, ...said }
/** The path of a request as it is now: an older browser asks for tickets. */
export const pathAsNow = (path: string): string => path.replace(/^\/api\/tickets(?=\/|$)/, '/api/pieces')
/** The name of a route as it is now, among those that a browser kept to send later. */
export const routeAsNow = (route: string): string => (route === 'changeTicket' ? 'changePiece' : route)
