import type { z } from 'zod';

type Issue = z.core.$ZodRawIssue;

const TYPE_WORDS: Readonly<Record<string, string>> = {
  string: 'This is to be text.',
  number: 'This is to be a number.',
  int: 'This is to be a whole number.',
  boolean: 'This is to be yes or no.',
  array: 'This is to be a list.',
  date: 'This is to be a date.',
  never: 'This does not belong here.',
};
const FORMAT_WORDS: Readonly<Record<string, string>> = {
  uuid: 'This names nothing that can be here: its name is not whole.',
  email: 'This is no mail address.',
  url: 'This is no web address.',
  date: 'This is no date: year, month and day are wanted, as 2028-02-05.',
};
/** So many choices are named; more are not read. */
const MOST_NAMED = 8;

const UNITS: Readonly<Record<string, [one: string, many: string]>> = {
  string: ['character', 'characters'],
  array: ['entry', 'entries'],
  set: ['entry', 'entries'],
};
function counted(origin: string, count: number | bigint): string {
  const unit = UNITS[origin];
  return unit ? `${count} ${Number(count) === 1 ? unit[0] : unit[1]}` : String(count);
}

function bound(issue: Extract<Issue, { code: 'too_small' | 'too_big' }>): string {
  const { origin, inclusive, exact } = issue;
  const limit = issue.code === 'too_small' ? issue.minimum : issue.maximum;
  if (exact) return `This is to have ${counted(origin, limit)}.`;
  if (issue.code === 'too_small')
    return origin in UNITS && Number(limit) === 1
      ? 'This must not be empty.'
      : `This is to ${origin in UNITS ? 'have' : 'be'} ${inclusive === false ? 'more than' : 'at least'} ${counted(origin, limit)}.`;
  return `This is to ${origin in UNITS ? 'have' : 'be'} ${inclusive === false ? 'less than' : 'at most'} ${counted(origin, limit)}.`;
}

/**
 * Why a value was not taken, in words for people, where its schema has none of its own: for `z.config({ customError })`. What a field wants in
 * particular is said by the field.
 */
export function refusalWords(issue: Issue): string {
  switch (issue.code) {
    case 'invalid_type':
      if (issue.input === undefined || issue.input === null) return 'This is missing.';
      return TYPE_WORDS[issue.expected] ?? 'This is not as it can be taken.';
    case 'too_small':
    case 'too_big':
      return bound(issue);
    case 'invalid_format':
      return FORMAT_WORDS[issue.format] ?? 'This is not written as it can be read.';
    case 'invalid_value':
      return issue.values.length > 1 && issue.values.length <= MOST_NAMED
        ? `This is to be one of ${issue.values.map(String).join(', ')}.`
        : 'This is none of what can be here.';
    case 'not_multiple_of':
      return `This is to be a multiple of ${issue.divisor}.`;
    case 'unrecognized_keys':
      return `Nothing here is called ${issue.keys.map((k) => `“${k}”`).join(', ')}.`;
    case 'invalid_union':
      return 'This is none of the kinds that can be here.';
    default:
      return 'This is not as it can be taken.';
  }
}
