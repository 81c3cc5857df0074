/** One plain line to the person at the terminal. */
export const say = (line) => process.stdout.write(`${line}\n`);

/** Ends with one clear line and no stack. */
export function giveUp(line) {
  process.stderr.write(`${line}\n`);
  process.exit(1);
}
