import { join } from 'node:path'

/** Where the build puts the pages. */
export const pagesFolder = (root: string): string => join(root, 'dist', 'web')
/** Where the build puts the server's threads. */
export const threadsFolder = (root: string): string => join(root, 'dist', 'threads')
