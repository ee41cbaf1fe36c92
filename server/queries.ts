/** What the store needs of a database: parameters as $1, $2 ...; the same SQL for the embedded one and a server. */
export type Queries = {
  readonly query: <Row>(sql: string, parameters?: readonly unknown[]) => Promise<Row[]>;
  /** one or more statements without parameters */
  readonly script: (sql: string) => Promise<void>;
};
export type Database = Queries & {
  readonly transaction: <T>(work: (q: Queries) => Promise<T>) => Promise<T>;
  readonly close: () => Promise<void>;
};
