export type Row = Record<string, unknown>;

export interface Queryable {
  /** Plain SQL with $1, $2 …; objects for JSONB columns go in as JSON text. */
  query<T extends Row = Row>(sql: string, params?: unknown[]): Promise<T[]>;
  /** Several statements, no parameters. */
  script(sql: string): Promise<void>;
}

/** The database as the stores see it: the same for PGlite, here or in its thread, and for a PostgreSQL server. */
export interface Db extends Queryable {
  tx<T>(work: (q: Queryable) => Promise<T>): Promise<T>;
  /** Answers once the statement in hand is done, whatever transaction is open. @throws where the database is gone */
  alive(): Promise<void>;
  close(): Promise<void>;
}
