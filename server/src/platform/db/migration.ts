/** One step of the database’s shape, forward and back. */
export interface Migration {
  name: string;
  up: (run: (sql: string) => Promise<void>) => Promise<void>;
  down: (run: (sql: string) => Promise<void>) => Promise<void>;
}
