/** What the store needs of a database: parameters as $1, $2 ...; the same SQL for the embedded one and a server. */
export type Queries = {
  readonly query: <Row>(sql: string, parameters?: readonly unknown[]) => Promise<Row[]>;
  /** one or more statements without parameters */
  readonly script: (sql: string) => Promise<void>;
};
export type Database = Queries & {
  /** Hears what is told on a channel (NOTIFY), by this server or another one of the same database. @returns ends it */
  readonly listen: (channel: string, hear: (text: string) => void) => Promise<() => Promise<void>>;
  readonly transaction: <T>(work: (q: Queries) => Promise<T>) => Promise<T>;
  readonly close: () => Promise<void>;
};
