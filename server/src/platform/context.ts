import type { Sequelize } from 'sequelize';
import type { Config } from './config.ts';
import type { Models } from './db/index.ts';
import type { Logger } from './log.ts';
import type { Queue } from './jobs/index.ts';
import type { ChildPool } from './pool/index.ts';

/** What every room of the server is handed. */
export interface Context {
  config: Config;
  log: Logger;
  db: Sequelize;
  models: Models;
  queue: Queue;
  /** Does what may take long, or reads what others made, in processes of its own. */
  pool: ChildPool;
}
