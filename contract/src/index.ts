import * as auth from './auth.ts';
import * as backup from './backup.ts';
import * as book from './book.ts';
import * as calc from './calc.ts';
import * as calendar from './calendar.ts';
import * as camera from './camera.ts';
import * as callsheet from './callsheet.ts';
import * as changes from './changes.ts';
import * as copies from './copies.ts';
import * as cover from './cover.ts';
import * as files from './files.ts';
import * as health from './health.ts';
import * as kit from './kit.ts';
import * as light from './light.ts';
import * as lineup from './lineup.ts';
import * as money from './money.ts';
import * as media from './media.ts';
import * as openFile from './openFile.ts';
import * as people from './people.ts';
import * as productions from './productions.ts';
import * as roll from './roll.ts';
import * as scenes from './scenes.ts';
import * as sound from './sound.ts';
import * as stale from './stale.ts';
import * as stations from './stations.ts';
import * as wrap from './wrap.ts';
import type { Route } from './route.ts';

export * from './route.ts';
export * from './problem.ts';
export * from './auth.ts';
export * from './backup.ts';
export * from './book.ts';
export * from './calc.ts';
export * from './calendar.ts';
export * from './callsheet.ts';
export * from './camera.ts';
export * from './changes.ts';
export * from './copies.ts';
export * from './cover.ts';
export * from './files.ts';
export * from './health.ts';
export * from './kit.ts';
export * from './light.ts';
export * from './lineup.ts';
export * from './media.ts';
export * from './money.ts';
export * from './openFile.ts';
export * from './people.ts';
export * from './productions.ts';
export * from './roll.ts';
export * from './scenes.ts';
export * from './sound.ts';
export * from './stale.ts';
export * from './stations.ts';
export * from './wrap.ts';

const isRoute = (x: unknown): x is Route => typeof x === 'object' && x !== null && 'method' in x && 'path' in x;

/** Every route of the API, by name: for the server's check that each is served, and for tests that walk them. */
export const ROUTES: Readonly<Record<string, Route>> = Object.fromEntries(
  [
    auth,
    backup,
    book,
    calc,
    calendar,
    callsheet,
    camera,
    changes,
    copies,
    cover,
    files,
    health,
    kit,
    light,
    lineup,
    media,
    money,
    openFile,
    people,
    productions,
    roll,
    scenes,
    sound,
    stale,
    stations,
    wrap,
  ].flatMap((room) => Object.entries(room).filter((entry): entry is [string, Route] => isRoute(entry[1]))),
);
