/** Letters of shots: I and O are left out because they read as 1 and 0. */
const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ';

/** The `index`-th letter group: A … Z without I and O, then AA, AB … */
export function letterAt(index: number): string {
  const first = Math.floor(index / LETTERS.length);
  return (first > 0 ? letterAt(first - 1) : '') + LETTERS[index % LETTERS.length];
}

/** The next unused shot code of a scene: `3` with codes 3A, 3B gives `3C`. Codes ever used, dropped ones too, are not given again. */
export function nextShotCode(sceneNumber: string, usedCodes: readonly string[]): string {
  const used = new Set(usedCodes);
  for (let index = 0; ; index += 1) {
    const code = `${sceneNumber}${letterAt(index)}`;
    if (!used.has(code)) return code;
  }
}
