import { Box } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { runCalc } from '@kavrell/core/calc';
import { Facts, Part } from './parts.tsx';

interface Field {
  description?: string;
}
interface Schema {
  properties?: Record<string, Field>;
}
type Values = Record<string, unknown>;

const figures = new Intl.NumberFormat('en-GB', { maximumSignificantDigits: 6 });
/** A figure to six places at most, thousands parted; text as it is. */
const shown = (value: unknown): string =>
  value === null ? 'none' : typeof value === 'number' ? figures.format(value) : String(value);

/** “The tolerance, ms” and 20 → “The tolerance” and “20 ms”. */
function fact(name: string, field: Field | undefined, value: unknown): readonly [string, string] {
  const [said = name, unit] = (field?.description ?? name).split(/, (?=\S+(?: \S+){0,3}$)/);
  return [
    said.replace(/^The (.)/, (_, first: string) => first.toUpperCase()),
    unit && typeof value === 'number' ? `${shown(value)}\u00a0${unit}` : shown(value),
  ];
}

/**
 * Where a computed figure comes from, out of the registry of computations: what went in, the formula in words, what was
 * assumed and who says so. `note` adds what is special here, such as where an input was taken from.
 */
export function CalcWhy({ name, input, note }: { name: string; input: Values; note?: string }) {
  const { data } = useQuery({
    queryKey: ['calc', name],
    queryFn: async () => {
      const { describeCalc, findCalc } = await import('@kavrell/core/registry');
      const calc = findCalc(name);
      const { input: given, output: found } = describeCalc(calc) as Record<'input' | 'output', Schema>;
      return { calc, fields: given.properties ?? {}, results: found.properties ?? {} };
    },
    staleTime: Infinity,
  });
  if (!data) return <Part title="Why">…</Part>;
  const { calc, fields, results } = data;
  const result = runCalc(calc, input) as Values;
  return (
    <Part title="Why">
      <Box mb={3}>{calc.formula}</Box>
      <Facts
        rows={Object.entries(input)
          .filter(([, value]) => value !== undefined && typeof value !== 'object')
          .map(([key, value]) => fact(key, fields[key], value))}
      />
      <Box borderTop="1px solid" borderColor="hairline" mt={2} pt={2}>
        <Facts
          rows={Object.entries(result)
            .filter(([, value]) => typeof value !== 'object' || value === null)
            .map(([key, value]) => fact(key, results[key], value))}
        />
      </Box>
      <Box as="ul" display="grid" gap={2} mt={3} color="soft" fontSize="s">
        {note ? <li>{note}</li> : null}
        {calc.assumptions.map((line) => (
          <li key={line}>{line}</li>
        ))}
        <li>
          Source: {calc.source}. The same on the command line: <span className="mono">kavrell calc {name}</span>
        </li>
      </Box>
    </Part>
  );
}
