import { InputError } from '../errors/index.ts';
import { formatLabel, parseLabel } from './label.ts';
import { nominalFps, parseRate, rateName, rateSaid, type Rate } from './rate.ts';

const SUFFIX =
  /\s*(?:@\s*)?((?:23\.976|23\.98|24|25|29\.97|30|47\.952?|48|50|59\.94|60)\s*(?:fps|p|i)?\s*(?:nd|ndf|df)?|ndf?|df|fps)$/i;

/** Takes a rate or a drop word off the end of pasted text, and refuses one that is not the field's rate. */
function withoutRate(text: string, rate: Rate): string {
  const match = /[\s@]/.test(text) ? SUFFIX.exec(text) : null;
  if (!match?.[1] || match.index === 0) return text;
  const said = match[1].toLowerCase().replace(/\s|fps|p$|i$/g, '');
  const drop = /(?<!n)df$/.test(said);
  const number = said.replace(/ndf?$|df$/, '');
  const named = number ? parseRate((number === '47.95' ? '47.952' : number) + (drop ? 'df' : '')) : { ...rate, drop };
  const silent = number !== '' && !/n?df?$/.test(said);
  if (rateName(silent ? { ...named, drop: rate.drop } : named) !== rateName(rate)) {
    throw new InputError(
      'timecode.rate',
      `“${text}” is written for ${rateSaid(named)}, this field counts at ${rateSaid(rate)}. Convert it first, or leave the rate out.`,
    );
  }
  return text.slice(0, match.index);
}

const two = (n: number) => String(n).padStart(2, '0');

/** Four numbers, hours first, out of what was typed; null when it is not a timecode in any usual spelling. */
function groupsOf(text: string): [number, number, number, number] | null {
  const digits = /^(\d{1,8})(\.{0,3})$/.exec(text);
  let groups: number[];
  if (digits) {
    const filled = (digits[1]! + '00'.repeat(digits[2]!.length)).padStart(8, '0');
    if (filled.length > 8) return null;
    groups = filled.match(/../g)!.map(Number);
  } else {
    const spelled =
      /^(?:(\d{1,2})\s*h\s*)?(?:(\d{1,2})\s*m(?:in)?\s*)?(?:(\d{1,2})\s*s\s*)?(?:(\d{1,2})\s*f\s*)?$/i.exec(text);
    if (spelled) groups = spelled.slice(1).map((g) => Number(g ?? 0));
    else if (/^\d{1,2}([:;.,]\d{1,2}){1,3}$/.test(text)) groups = text.split(/[:;.,]/).map(Number);
    else return null;
  }
  while (groups.length < 4) groups.unshift(0);
  return groups as [number, number, number, number];
}

/**
 * Reads a timecode as a person types or pastes it, for a field that counts at `rate`, and answers its canonical
 * label. Digits fill from the right, as on a deck: `1234` is 12 seconds 34 frames, `100` one second; a point at
 * the end stands for `00`, so `12..` is 12 minutes. Pasted text may use `: ; . ,` or `1h 2m 3s 4f`, fewer than four
 * groups (right-aligned), and may end in the rate (`01:00:00:00 @ 25`).
 *
 * Throws `InputError` with the codes of `parseLabel`, or `timecode.rate` for another rate; the message of a
 * label that does not exist names the nearest that does.
 */
export function readEntry(typed: string, rate: Rate): string {
  const text = withoutRate(
    typed
      .normalize('NFKC')
      .trim()
      .replace(/^["'“”]+|["'“”]+$/g, ''),
    rate,
  ).trim();
  const groups = text === '' ? null : groupsOf(text);
  if (!groups) {
    throw new InputError(
      'timecode.syntax',
      `“${typed}” is not a timecode: type digits (1234 is 12 seconds 34 frames) or HH:MM:SS:FF.`,
    );
  }
  const [h, m, s, f] = groups;
  const label = `${two(h)}:${two(m)}:${two(s)}:${two(f)}`;
  try {
    return formatLabel(parseLabel(label, rate), rate);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const near = nearest(groups, rate);
    throw new InputError(error.code, near ? `${error.message} Nearest: ${near}.` : error.message);
  }
}

/** The label that a mistyped one most likely stood for: the first of a dropped pair, or frames carried over. */
function nearest([h, m, s, f]: [number, number, number, number], rate: Rate): string | null {
  if (h > 23 || m > 59 || s > 59) return null;
  const fps = nominalFps(rate);
  const carried = s + Math.floor(f / fps);
  if (carried > 59) return null;
  const first = f % fps;
  for (let frame = first; frame < first + 5; frame += 1) {
    const label = `${two(h)}:${two(m)}:${two(carried)}:${two(frame)}`;
    try {
      return formatLabel(parseLabel(label, rate), rate);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
    }
  }
  return null;
}
