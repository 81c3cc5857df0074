interface Labelled {
  label: string;
  drop: boolean;
  direction: 'forward' | 'reverse';
}

const NOMINAL = [24, 25, 30] as const;

/** Hours, minutes, seconds, frames of a label that is known to be one (528 is 11 × the code of “0”). */
function parts(label: string): [number, number, number, number] {
  const two = (at: number) => 10 * label.charCodeAt(at) + label.charCodeAt(at + 1) - 528;
  return [two(0), two(3), two(6), two(9)];
}

/** True when word `b` comes right after `a` in the direction of play, at one of the rates a word can count at. */
export function followsInCount(a: Labelled, b: Labelled): boolean {
  if (a.drop !== b.drop || a.direction !== b.direction) return false;
  const [early, late] = a.direction === 'forward' ? [a, b] : [b, a];
  if (early.label.slice(0, 8) === late.label.slice(0, 8)) return parts(late.label)[3] === parts(early.label)[3] + 1;
  const [h0, m0, s0, f0] = parts(early.label);
  const [h1, m1, s1, f1] = parts(late.label);
  return NOMINAL.some((fps) => {
    if (f0 !== fps - 1 || (a.drop && fps !== 30)) return false;
    const minutes = (h1 * 60 + m1) % 1440;
    const first = a.drop && s1 === 0 && minutes % 10 !== 0 ? 2 : 0;
    return f1 === first && (h0 * 3600 + m0 * 60 + s0 + 1) % 86400 === h1 * 3600 + m1 * 60 + s1;
  });
}
