interface Labelled {
  label: string;
  drop: boolean;
  direction: 'forward' | 'reverse';
}

const NOMINAL = [24, 25, 30] as const;

function parts(label: string): [number, number, number, number] {
  return [0, 3, 6, 9].map((at) => Number(label.slice(at, at + 2))) as [number, number, number, number];
}

/** True when word `b` comes right after `a` in the direction of play, at one of the rates a word can count at. */
export function followsInCount(a: Labelled, b: Labelled): boolean {
  if (a.drop !== b.drop || a.direction !== b.direction) return false;
  const [early, late] = a.direction === 'forward' ? [a, b] : [b, a];
  const [h0, m0, s0, f0] = parts(early.label);
  const [h1, m1, s1, f1] = parts(late.label);
  if (h0 === h1 && m0 === m1 && s0 === s1) return f1 === f0 + 1;
  return NOMINAL.some((fps) => {
    if (f0 !== fps - 1 || (a.drop && fps !== 30)) return false;
    const minutes = (h1 * 60 + m1) % 1440;
    const first = a.drop && s1 === 0 && minutes % 10 !== 0 ? 2 : 0;
    return f1 === first && (h0 * 3600 + m0 * 60 + s0 + 1) % 86400 === h1 * 3600 + m1 * 60 + s1;
  });
}
