/** Letters of shots: I and O are left out because they read as 1 and 0. */
const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ';

/** The two schools: scene and letter, or one number running through the job. */
export type NumberSchool = 'letters' | 'running';

/** The `index`-th letter group: A … Z without I and O, then AA, AB … */
export function letterAt(index: number): string {
  const first = Math.floor(index / LETTERS.length);
  return (first > 0 ? letterAt(first - 1) : '') + LETTERS[index % LETTERS.length];
}

/**
 * The next unused shot code: `3` with codes 3A, 3B gives `3C`; running through the job, one above the highest number.
 * Codes ever used, dropped ones too, are not given again.
 */
export function nextShotCode(
  sceneNumber: string,
  usedCodes: readonly string[],
  school: NumberSchool = 'letters',
): string {
  if (school === 'running') {
    const highest = usedCodes.reduce((most, code) => Math.max(most, Number.parseInt(code, 10) || 0), 0);
    return String(highest + 1);
  }
  const used = new Set(usedCodes);
  for (let index = 0; ; index += 1) {
    const code = `${sceneNumber}${letterAt(index)}`;
    if (!used.has(code)) return code;
  }
}

/**
 * The code of a shot put in after another once numbers are on paper: `4A` gives `4A1`, then `4A2`. A digit, because
 * `4AA` reads aloud like two shots and is what the twenty-fifth shot of a scene is called; where digits end the number
 * (running numbers) a letter is put behind it.
 */
export function insertedCode(after: string, usedCodes: readonly string[]): string {
  const used = new Set(usedCodes);
  const stem = after.replace(/(?<=[A-Z])\d$/, '');
  if (/[A-Z]$/.test(stem))
    for (let digit = 1; digit <= 9; digit += 1) if (!used.has(`${stem}${digit}`)) return `${stem}${digit}`;
  for (let index = 0; ; index += 1) {
    const code = `${stem.replace(/\d$/, (d) => (/[A-Z]/.test(stem) ? '' : d))}${letterAt(index)}`;
    if (!used.has(code)) return code;
  }
}

export interface Numbered {
  id: string;
  code: string;
}

/**
 * New codes for a scene's shots in the order they stand in: letters from A (or numbers from `from`). Codes in
 * `frozen` are on paper and stay; the others take the letters that no frozen code of the scene holds. Returns only
 * what changes; `taken` are codes outside the list that must not be met.
 */
export function renumber(
  shots: readonly Numbered[],
  sceneNumber: string,
  options: { frozen: ReadonlySet<string>; taken: readonly string[]; school: NumberSchool; from?: number },
): Numbered[] {
  const stays = new Set([...options.taken, ...shots.map((s) => s.code).filter((code) => options.frozen.has(code))]);
  let index = 0;
  const next = (): string => {
    for (;;) {
      const code =
        options.school === 'running' ? String((options.from ?? 1) + index) : `${sceneNumber}${letterAt(index)}`;
      index += 1;
      if (!stays.has(code)) return code;
    }
  };
  return shots.flatMap((shot) => {
    if (options.frozen.has(shot.code)) return [];
    const code = next();
    return code === shot.code ? [] : [{ id: shot.id, code }];
  });
}
