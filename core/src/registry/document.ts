import { z } from 'zod';
import type { Calc } from '../base/calc/index.ts';
import { CALCS } from './list.ts';
import { TRUST } from './trust.ts';

/** A computation with its schemas as JSON Schema, for programs. */
export function describeCalc(calc: Calc) {
  return {
    name: calc.name,
    about: calc.about,
    formula: calc.formula,
    assumptions: calc.assumptions,
    source: calc.source,
    input: z.toJSONSchema(calc.input, { io: 'input' }),
    output: z.toJSONSchema(calc.output),
  };
}

type Property = { description?: string };

function fields(schema: unknown): string {
  const { properties = {}, required = [] } = schema as { properties?: Record<string, Property>; required?: string[] };
  return Object.entries(properties)
    .map(
      ([name, property]) =>
        `\`${name}\`${required.includes(name) ? '' : '?'}${property.description ? ` (${property.description})` : ''}`,
    )
    .join(' · ');
}

const trustTable = (): string =>
  [
    '| figure | compared with | off by |',
    '| --- | --- | --- |',
    ...TRUST.map((t) => `| ${t.figure} | ${t.against ?? 'nothing'}${t.test ? ` (\`${t.test}\`)` : ''} | ${t.within} |`),
  ].join('\n');

/** The page `docs/formulas.md`: every computation with its formula in words and a worked example. */
export function formulasPage(): string {
  const parts = CALCS.map((calc) => {
    const { input, output } = describeCalc(calc);
    return [
      `## ${calc.name}`,
      calc.about,
      `**How** ${calc.formula}`,
      ...(calc.assumptions.length ? [calc.assumptions.map((a) => `- ${a}`).join('\n')] : []),
      `**In** ${fields(input)}`,
      `**Out** ${fields(output)}`,
      `**Source** ${calc.source}`,
      '```',
      `$ echo '${JSON.stringify(calc.example.input)}' | kavrell calc ${calc.name}`,
      JSON.stringify(calc.example.output),
      '```',
    ]
      .join('\n\n')
      .replace(/```\n\n/, '```\n')
      .replace(/\n\n```(?=$)/, '\n```')
      .replace(/(kavrell calc [^\n]+)\n\n/, '$1\n');
  });
  return `# What Kavrell computes

Generated from the registry in \`core/src/registry\` by \`node scripts/formulas.mjs\`; a test computes every example anew. The same
computations answer on the command line (\`kavrell calc NAME\`, one JSON value or an array on standard input), at \`POST /api/calc/NAME\` and in
the *why* beside a figure. Names are kept stable. Numbers are not rounded.

## How far to trust this

${trustTable()}

${parts.join('\n\n')}
`;
}
