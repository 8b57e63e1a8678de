import type Database from 'better-sqlite3'

/** A connection to a log. */
export type Db = Database.Database
