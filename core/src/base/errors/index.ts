/** One thing that is wrong with an input: where it is and what to do about it, in plain words. */
export interface Issue {
  path: (string | number)[];
  message: string;
}

/**
 * The error that core throws on bad input. `code` is stable and for programs, `message` is for people,
 * `path` points into the input.
 */
export class InputError extends Error {
  readonly code: string;
  readonly path: (string | number)[];
  constructor(code: string, message: string, path: (string | number)[] = []) {
    super(message);
    this.name = 'InputError';
    this.code = code;
    this.path = path;
  }
}
