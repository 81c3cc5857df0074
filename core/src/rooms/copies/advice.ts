import type { CopyFile } from './model.ts';

/** What the engine says of a failure, and what helps. The first that fits counts. */
const ADVICE: readonly (readonly [RegExp, string])[] = [
  [/drive is full/, 'Make room on the drive or choose another, then copy again: only what is missing is written.'],
  [/Another file of this name/, 'Look at the file that lies there already: move it away, or copy to another folder.'],
  [/not what was written/, 'Do not trust this drive: copy to another, and take this one out of use.'],
  [/no sign of life/, 'Check the cable and the power of the drive, plug it in anew, then copy again.'],
  [/drive (is gone|or folder is gone)/, 'Plug the drive in again, then copy again: what is verified stays.'],
  [/can’t be written to/, 'Take the write protection off, or mend the rights of the folder, then copy again.'],
  [/different bytes when it was read again/, 'Read the card in another reader, with another cable.'],
  [/changed on the card|became shorter/, 'The card is still being written: take it out of its camera first.'],
  [/card is gone|not there any more/, 'Plug it in again, then copy again: what is verified stays.'],
  [
    /not as it was copied|was renamed/,
    'This copy can’t be trusted any more: copy the card again, or restore it from a good copy.',
  ],
  [/can’t be read|read or write error/, 'Keep the card as it is. Try another reader; then copy again.'],
];
const ELSE = 'Copy again. If it fails again, use another drive and keep the card as it is.';

/** What to do about a file that failed. A damaged card is never to be written to. */
export function adviceFor({ failure, damage }: Pick<CopyFile, 'failure' | 'damage'>): string {
  if (damage.length > 0)
    return 'Do not use the card again. Try another reader; if that fails, a recovery service may read more than a computer can.';
  return ADVICE.find(([says]) => says.test(failure ?? ''))?.[1] ?? ELSE;
}

export interface FailureGroup {
  driveId: string;
  failure: string;
  advice: string;
  paths: string[];
}

/** Failed files by drive and cause, the most first. */
export function failuresOf(files: Iterable<CopyFile>): FailureGroup[] {
  const groups = new Map<string, FailureGroup>();
  for (const file of files) {
    if (file.state !== 'failed') continue;
    const failure = file.failure ?? 'It failed.';
    const key = `${file.driveId}|${failure}`;
    const group = groups.get(key) ?? { driveId: file.driveId, failure, advice: adviceFor(file), paths: [] };
    groups.set(key, group);
    group.paths.push(file.path);
  }
  return [...groups.values()].sort((a, b) => b.paths.length - a.paths.length);
}
