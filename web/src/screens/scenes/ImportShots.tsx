import { Box, Flex } from '@chakra-ui/react';
import type { FieldsOf } from '@kavrell/core/tables';
import { useMemo, useState } from 'react';
import { readTable, type PlainTable } from '@kavrell/core/formats';
import {
  IMPORT_FIELDS,
  guessMapping,
  planShotImport,
  withHeadings,
  type ImportField,
  type MendChoice,
  type Mapping,
  type Scene,
  type ImportPlan,
} from '@kavrell/core/scenes';
import { PERSON_DEFAULTS, shortNameFor } from '@kavrell/core/people';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change, type Op } from '../../platform/rows.ts';
import { IntoMoments } from '../../shared/scenes/IntoMoments.tsx';
import { Button } from '../../ui/Button.tsx';
import type { ImportProps } from './importProps.ts';
import { Problem } from '../../ui/Problem.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { Tick } from '../../ui/Tick.tsx';

const FIELDS = Object.entries(IMPORT_FIELDS) as [ImportField, { words: string }][];
const MOST_ROWS = 1900;

/** A pasted shot list: what its columns mean, what can't be as it stands, and then all good rows at once. */
export function ImportShots({ text, onTaken, intoScene }: ImportProps & { intoScene: Scene | null }) {
  const { production, rows } = usePlanned();
  const { table, skipped } = useMemo(() => withHeadings(readTable(text)), [text]);
  const [mends, setMends] = useState<ReadonlyMap<string, MendChoice>>(new Map());
  const [keepNumbers, setKeepNumbers] = useState(true);
  const [said, setSaid] = useState<{ of: string; mapping: Mapping } | null>(null);
  const heads = table.headings.join('\t');
  const guessed = useMemo(() => guessMapping(table.headings), [table]);
  const mapping = said?.of === heads ? said.mapping : guessed;
  const plan = useMemo(
    () =>
      planShotImport(table, mapping, {
        scenes: rows.scenes,
        shots: rows.shots,
        people: rows.people,
        cameras: rows.cameras,
        school: production.shotNumbers,
        intoSceneId: intoScene?.id ?? null,
        newId,
        mends,
        keepNumbers,
        firstLine: skipped + 2,
      }),
    [
      table,
      skipped,
      mends,
      keepNumbers,
      mapping,
      rows.scenes,
      rows.shots,
      rows.people,
      rows.cameras,
      production.shotNumbers,
      intoScene?.id,
    ],
  );
  const good = plan.shots.length;
  const tooMany = good > MOST_ROWS;
  const what = [
    good || plan.scenes.length === 0 ? formatCount(good, 'shot') : '',
    plan.scenes.length ? formatCount(plan.scenes.length, 'new scene') : '',
    plan.people.length ? formatCount(plan.people.length, 'person', 'people') : '',
  ]
    .filter(Boolean)
    .join(' and ');
  const take = () => {
    const shorts = new Set(rows.people.map((p) => p.shortName.toLowerCase()));
    const ops: Op[] = [
      ...plan.people.map(({ id, name }): Op => {
        const shortName = shortNameFor(name, shorts);
        shorts.add(shortName.toLowerCase());
        return { op: 'insert', table: 'people', id, values: { ...PERSON_DEFAULTS, kind: 'talent', name, shortName } };
      }),
      ...plan.scenes.map(({ id, values }): Op => ({
        op: 'insert',
        table: 'scenes',
        id,
        values: values as FieldsOf<'scenes'>,
      })),
      ...plan.shots.map(({ id, values }): Op => ({
        op: 'insert',
        table: 'shots',
        id,
        values: values as FieldsOf<'shots'>,
      })),
    ];
    void change(production.id, `Brought in ${formatCount(good, 'shot')}`, ops);
    onTaken(plan.shots[0]?.id ?? plan.scenes[0]?.id ?? null);
  };
  if (table.rows.length === 0)
    return <Problem>There is one line only. The first line names the columns; the shots stand below it.</Problem>;
  return (
    <Box>
      <Box color="soft" mb={1}>
        {formatCount(table.rows.length, 'row')}. What each column means:
      </Box>
      <ColumnMeanings table={table} mapping={mapping} setSaid={setSaid} heads={heads} />
      {mapping.includes('code') ? (
        <Box mb={3}>
          <Tick checked={keepNumbers} onChange={setKeepNumbers}>
            keep the numbers of the list
          </Tick>
        </Box>
      ) : null}
      {plan.mends.map((m) => (
        <Flex key={m.key} gap={2} wrap="wrap" align="center" mb={2} data-mend={m.key}>
          <Box color="look">
            {m.words} {formatCount(m.lines.length, 'row')}:
          </Box>
          {m.choices.map(({ choice, words }) => (
            <Button key={choice} size="small" onClick={() => setMends(new Map([...mends, [m.key, choice]]))}>
              {words}
            </Button>
          ))}
        </Flex>
      ))}
      {plan.problems.length ? <ImportProblems plan={plan} /> : null}
      <IntoMoments shots={plan.shots.map((x) => x.values)} />
      {tooMany ? (
        <Problem>
          {good} rows are more than one step can hold ({MOST_ROWS}): bring them in in two parts.
        </Problem>
      ) : null}
      <Button look="primary" disabled={good + plan.scenes.length === 0 || tooMany} onClick={take}>
        {plan.badLines.size ? `Leave ${plan.badLines.size} out, take ${what}` : `Take ${what}`}
      </Button>
    </Box>
  );
}

/** What each column of the list means, guessed and changed. */
function ColumnMeanings({
  table,
  mapping,
  setSaid,
  heads,
}: {
  table: PlainTable;
  mapping: Mapping;
  setSaid: (next: { of: string; mapping: Mapping }) => void;
  heads: string;
}) {
  return (
    <Flex gap={2} wrap="wrap" mb={3}>
      {table.headings.map((heading, i) => (
        <label key={`${i}${heading}`} style={{ minWidth: 120, maxWidth: 180 }}>
          <Box fontSize="s" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap" title={heading}>
            {heading || `column ${i + 1}`}
          </Box>
          <Choice
            value={mapping[i] ?? ''}
            onChange={(e) => {
              const next = [...mapping];
              const field = (e.target.value || null) as ImportField | null;
              // A meaning belongs to one column.
              if (field) next.forEach((f, k) => f === field && (next[k] = null));
              next[i] = field;
              setSaid({ of: heads, mapping: next });
            }}
          >
            <option value="">leave out</option>
            {FIELDS.map(([field, { words }]) => (
              <option key={field} value={field}>
                {words}
              </option>
            ))}
          </Choice>
          <Box color="soft" fontSize="s" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
            {table.rows[0]?.[i] || '–'}
          </Box>
        </label>
      ))}
    </Flex>
  );
}

/** The rows that can’t be taken as they stand, each with its line. */
function ImportProblems({ plan }: { plan: ImportPlan }) {
  return (
    <Box mb={3}>
      <Problem mb={1}>
        {plan.badLines.size
          ? `${formatCount(plan.badLines.size, 'row')} can’t be taken as ${plan.badLines.size === 1 ? 'it stands' : 'they stand'}. Mend the text above, say what the columns mean, or leave ${plan.badLines.size === 1 ? 'it' : 'them'} out.`
          : 'This can’t be taken yet.'}
      </Problem>
      <Box as="ul" maxH="180px" overflowY="auto">
        {plan.problems.slice(0, 100).map((p) => (
          <li key={`${p.line}${p.field}${p.message}`}>
            Line {p.line}, {p.field}: {p.message}
          </li>
        ))}
      </Box>
    </Box>
  );
}
