import { InputError } from '@kavrell/core/errors';
import { Usage, type Exit, type Streams } from './exit.ts';

const HELP = `kavrell calc NAME                one JSON value or an array on standard input, the answer on standard output
kavrell calc --list              every computation, with JSON Schemas
kavrell offload SRC --to A …     a verified copy of a folder, with a media hash list  [--to B] [--hash KIND] [--ignore PATTERN]
                                 [--verify-source] [--recheck] [--json]
kavrell verify DIR               a copy, or a hand-over (a folder or its ZIP), against its lists  [--json]
kavrell lineup FILE …            where recordings stand to each other, by their sound alone  [--reference FILE] [--json]
kavrell export otio|edl|csv      a line-up for an editor  --from LINE.json --rate R --out FILE or FOLDER  [--force]
kavrell ltc decode FILE          linear timecode out of a WAV file  [--channel N] [--rate R] [--json]
kavrell ltc encode … OUT.wav     linear timecode into a WAV file    --rate R --start L --seconds S
                                 [--user HEX | --date D [--zone MINUTES]] [--sample-rate N] [--bits N] [--level DB] [--force]
`;

/** Runs one command. Never throws for bad input: one line on standard error, exit 2. */
export async function run(args: readonly string[], streams: Streams): Promise<Exit> {
  try {
    const [command, sub, ...rest] = args;
    if (command === undefined || command === '--help' || command === 'help') {
      streams.out(HELP);
      return command === undefined ? 2 : 0;
    }
    // Each command is loaded when it is asked for: a computation in a script must start at once.
    if (command === 'calc') return await (await import('./calc.ts')).calcCommand(args.slice(1), streams);
    if (command === 'ltc' && sub === 'decode') return (await import('./ltcDecode.ts')).decodeCommand(rest, streams);
    if (command === 'ltc' && sub === 'encode') return (await import('./ltcEncode.ts')).encodeCommand(rest, streams);
    if (command === 'lineup') return (await import('./lineup.ts')).lineupCommand(args.slice(1), streams);
    if (command === 'export') return (await import('./exportLine.ts')).exportCommand(args.slice(1), streams);
    if (command === 'offload') return await (await import('./offload.ts')).offloadCommand(args.slice(1), streams);
    if (command === 'verify') return await (await import('./verify.ts')).verifyCommand(args.slice(1), streams);
    throw new Usage(
      `There is no command “${args.slice(0, command === 'ltc' ? 2 : 1).join(' ')}”; kavrell --help shows them all.`,
    );
  } catch (error) {
    const badOption = error instanceof TypeError && (error as NodeJS.ErrnoException).code?.startsWith('ERR_PARSE_ARGS');
    if (!(error instanceof Usage || error instanceof InputError || badOption)) throw error;
    streams.err((error as Error).message.split('\n')[0]!);
    return 2;
  }
}
