/** How a command ended: 0 all well, 1 something asked for did not work, 2 it was asked wrongly. */
export type Exit = 0 | 1 | 2;

/** The command was asked wrongly: one line for standard error, exit 2. */
export class Usage extends Error {}

/** Where a command writes; tests give their own. */
export interface Streams {
  out(text: string): void;
  err(line: string): void;
  /** All of standard input, as text. */
  input(): Promise<string>;
}
