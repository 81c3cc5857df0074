import './schemas.ts';
import { runCalcs } from '@kavrell/core/calc';
import { InputError } from '@kavrell/core/errors';
import { CALCS, describeCalc, findCalc } from '@kavrell/core/registry';
import { Usage, type Exit, type Streams } from './exit.ts';

/** `kavrell calc NAME` and `kavrell calc --list`. */
export async function calcCommand(args: readonly string[], streams: Streams): Promise<Exit> {
  const [name, ...rest] = args;
  if (name === undefined || rest.length > 0) throw new Usage('kavrell calc NAME < input.json, or kavrell calc --list');
  if (name === '--list') {
    streams.out(`${JSON.stringify(CALCS.map(describeCalc), null, 2)}\n`);
    return 0;
  }
  const calc = (() => {
    try {
      return findCalc(name);
    } catch (error) {
      if (error instanceof InputError) throw new Usage(error.message);
      throw error;
    }
  })();
  const text = await streams.input();
  const value = (() => {
    try {
      return JSON.parse(text) as unknown;
    } catch (error) {
      throw new Usage(`The input is not JSON: ${(error as Error).message}`);
    }
  })();
  const { reply, failed } = runCalcs(calc, value);
  streams.out(`${JSON.stringify(reply)}\n`);
  return failed > 0 ? 1 : 0;
}
