import { readFileSync } from 'node:fs';
import { run } from './run.ts';

process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  // The reader of a pipe went away (`| head`): nothing is left to say.
  if (error.code === 'EPIPE') process.exit(0);
  throw error;
});
process.exitCode = await run(process.argv.slice(2), {
  out: (text) => void process.stdout.write(text),
  err: (line) => void process.stderr.write(`${line}\n`),
  input: async () => readFileSync(0, 'utf8'),
});
