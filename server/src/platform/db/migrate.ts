import type { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import type { Migration } from './migration.ts';
import { house } from './migrations/0001-house.ts';
import { clocks } from './migrations/0002-clocks.ts';
import { media } from './migrations/0003-media.ts';
import { scenes } from './migrations/0004-scenes.ts';
import { light } from './migrations/0005-light.ts';
import { camera } from './migrations/0006-camera.ts';
import { people } from './migrations/0007-people.ts';
import { units } from './migrations/0008-units.ts';
import { sheets } from './migrations/0009-sheets.ts';
import { trust } from './migrations/0010-trust.ts';
import { jobs } from './migrations/0011-jobs.ts';
import { hours } from './migrations/0012-hours.ts';
import { faces } from './migrations/0013-faces.ts';
import { dayLog } from './migrations/0014-day-log.ts';
import { cover } from './migrations/0015-cover.ts';
import { keeping } from './migrations/0016-keeping.ts';
import { night } from './migrations/0017-night.ts';
import { kit } from './migrations/0018-kit.ts';
import { lineup } from './migrations/0019-lineup.ts';
import { wrap } from './migrations/0020-wrap.ts';
import { money } from './migrations/0021-money.ts';

const MIGRATIONS: readonly Migration[] = [
  house,
  clocks,
  media,
  scenes,
  light,
  camera,
  people,
  units,
  sheets,
  trust,
  jobs,
  hours,
  faces,
  dayLog,
  cover,
  keeping,
  night,
  kit,
  lineup,
  wrap,
  money,
];

/** The migrations, each in its own transaction, forward and back. */
export function migrations(db: Sequelize): Umzug<Sequelize> {
  const inTransaction = (steps: Migration['up']) => () =>
    db.transaction(async (transaction) => {
      await steps(async (sql) => void (await db.query(sql, { transaction })));
    });
  return new Umzug({
    migrations: MIGRATIONS.map((m) => ({ name: m.name, up: inTransaction(m.up), down: inTransaction(m.down) })),
    context: db,
    storage: new SequelizeStorage({ sequelize: db, tableName: 'migrations' }),
    logger: undefined,
  });
}
