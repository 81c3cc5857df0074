import { Sequelize } from 'sequelize';
import type { Logger } from '../log.ts';

/** The pool of connections to PostgreSQL. `onQuery` hears every statement (tests count them). */
export function connect(databaseUrl: string, log: Logger, onQuery?: (sql: string) => void): Sequelize {
  return new Sequelize(databaseUrl, {
    dialect: 'postgres',
    logging: (sql) => {
      onQuery?.(sql);
      log.trace({ sql }, 'query');
    },
    pool: { max: 16, min: 1, acquire: 15000, idle: 10000 },
    define: { underscored: true, timestamps: false, freezeTableName: true },
  });
}
