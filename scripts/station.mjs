import { spawn } from 'node:child_process';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { ROOT, ensureBuilt, ensureDebian, ensureModules } from './lib/bootstrap.mjs';
import { dataPlace } from './lib/dataPlace.mjs';
import { giveUp } from './lib/say.mjs';

// A station: this machine copies cards to drives of its own for a Kavrell that runs elsewhere. It needs no database.

let values;
try {
  ({ values } = parseArgs({
    options: {
      server: { type: 'string' },
      token: { type: 'string' },
      media: {
        type: 'string',
        default: process.env.KAVRELL_MEDIA_ROOTS ?? ['/media', '/run/media', '/mnt'].join(path.delimiter),
      },
      folder: { type: 'string' },
    },
  }));
} catch (error) {
  giveUp(
    `${error.message}\nnpm run station -- --server https://ADDRESS:PORT --token TOKEN [--media /media:/mnt] [--folder FOLDER]`,
  );
}
if (Boolean(values.server) !== Boolean(values.token))
  giveUp('A station joins with --server and --token together; once joined it needs neither.');

ensureDebian(['ffmpeg']);
ensureModules();
ensureBuilt();
const station = spawn(process.execPath, [path.join(ROOT, 'dist', 'server', 'station.mjs')], {
  stdio: 'inherit',
  env: {
    ...process.env,
    KAVRELL_STATION_FOLDER: values.folder ?? path.join(dataPlace(), 'station'),
    KAVRELL_MEDIA_ROOTS: values.media,
    ...(values.server ? { KAVRELL_STATION_SERVER: values.server, KAVRELL_STATION_TOKEN: values.token } : {}),
  },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => station.kill(signal));
station.on('exit', (code) => process.exit(code ?? 1));
