import type Database from 'better-sqlite3'

/** A connection to a book. */
export type Db = Database.Database
