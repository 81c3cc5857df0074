import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import {
  LENS_CLASSES,
  LENS_DEFAULTS,
  LENS_STATES,
  LENS_STATE_WORDS,
  lensFields,
  type FitFinding,
  type Lens,
} from '@kavrell/core/camera';
import { positionAfter } from '@kavrell/core/records';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { choiceColumn, flagColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import type { Column } from '../../ui/column.ts';
import { Facts, Look, Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { FrameBench } from './FrameBench.tsx';
import { useFit } from './useFit.ts';

/** Lenses of the job, what each shot takes and what does not fit, and what a lens sees. */
export function LensesView() {
  const { production, rows } = usePlanned();
  const { fit } = useFit();
  const [all, setAll] = useState(false);
  const columns = useLensColumns();
  const add = (values: Partial<typeof LENS_DEFAULTS>) => {
    const id = newId();
    const whole = { ...LENS_DEFAULTS, ...values, position: positionAfter(rows.lenses) };
    void change(production.id, `Added ${whole.name}`, [{ op: 'insert', table: 'lenses', id, values: whole }]);
    return id;
  };
  const uses = (l: Lens) => fit.fittings.filter((f) => f.lens?.id === l.id);
  const most = all ? fit.findings : fit.findings.slice(0, 8);
  return (
    <>
      <Box as="h2" fontSize="m" mb={2}>
        {fit.findings.length === 0
          ? 'Everything fits, as far as the plan says'
          : `${formatCount(fit.findings.length, 'thing')} that ${fit.findings.length === 1 ? 'does' : 'do'} not fit`}
      </Box>
      <Box as="ul" display="grid" gap={2} mb={3} data-fit>
        {most.map((f: FitFinding) => (
          <Box as="li" key={f.key} data-fit-finding={f.key.split(':')[0]}>
            <Look>{f.words}</Look> {f.mend}
          </Box>
        ))}
      </Box>
      {fit.findings.length > 8 ? (
        <Box mb={3}>
          <Box as="button" textDecoration="underline" onClick={() => setAll(!all)}>
            {all ? 'Only the first eight' : `All ${fit.findings.length}`}
          </Box>
        </Box>
      ) : null}
      {fit.rings.length > 0 ? (
        <Flex gap={3} wrap="wrap" mb={4} data-rings>
          {fit.rings.map((r) => (
            <Box key={r.name}>
              {r.count} × {r.name}
            </Box>
          ))}
        </Flex>
      ) : null}
      <TableBench
        title="Lenses"
        table="lenses"
        one="lens"
        rows={rows.lenses}
        columns={columns}
        fields={lensFields}
        nameOf={(l) => l.name}
        adds={[
          ['Add a lens', () => add({})] as const,
          ...(rows.lenses.length === 0
            ? ([['Add the usual ones', () => LENS_CLASSES.map((l, i) => addAt(l, i)).at(-1) ?? '']] as const)
            : []),
        ]}
        pasted={{
          identity: 'name',
          blank: (before) => ({ ...LENS_DEFAULTS, position: positionAfter(rows.lenses) + before.length }),
        }}
        empty="No lens yet. “Prime 85 mm, T1.5, close focus 0.8 m, thread 77” is enough: fit, focus, light and filters are then checked shot by shot."
        side={(l) => (
          <Part title="Taken for">
            <Facts
              rows={[
                [
                  formatCount(uses(l).length, 'shot'),
                  [...new Set(uses(l).map((f) => f.shot.code))].slice(0, 14).join(' ') || '–',
                ],
              ]}
            />
          </Part>
        )}
      />
      <FrameBench />
      <Sheet>
        <Why
          lines={[
            'For each camera of a shot the fastest lens is taken that reaches, is here, and goes on; each lens once a shot, unless there are more.',
            'Sizes are heights in the picture: medium 1.1 m, close 0.4 m. Distance = focal length × height ÷ sensor height.',
            'Flange distances decide adapters: a lens whose flange is longer than the body’s goes on, a shorter one would not focus far.',
            'Exposure is worked out in the order rate, shutter, stop, EI, ND, with the light of the setup’s plan: read by the light kernel (closely, see How far to trust this) a moment after it stands, quickly where the plan has what the kernel does not know (a mirror, the open sky).',
          ]}
        />
      </Sheet>
    </>
  );

  function addAt(values: (typeof LENS_CLASSES)[number], i: number): string {
    const id = newId();
    void change(production.id, `Added ${values.name}`, [
      { op: 'insert', table: 'lenses', id, values: { ...values, position: positionAfter(rows.lenses) + i } },
    ]);
    return id;
  }
}

/** The columns of lenses. */
function useLensColumns() {
  const columns = useMemo<Column<Lens>[]>(
    () => [
      textColumn('name', 'Lens', 'minmax(120px, 1fr)'),
      {
        ...choiceColumn<Lens>(
          'state',
          'State',
          '96px',
          LENS_STATES.map((s) => [s, LENS_STATE_WORDS[s]] as const),
        ),
        render: (l) => (l.state === 'ready' ? <span>ready</span> : <Look>{LENS_STATE_WORDS[l.state]}</Look>),
      },
      { ...numberColumn<Lens>('focalMinMm', 'From', '80px', { unit: 'mm' }), extra: 4 },
      { ...numberColumn<Lens>('focalMaxMm', 'To', '80px', { unit: 'mm' }), extra: 4 },
      { ...numberColumn<Lens>('tWide', 'T', '64px'), extra: 1 },
      { ...numberColumn<Lens>('tLong', 'T, long end', '90px'), extra: 6 },
      { ...numberColumn<Lens>('closeFocusM', 'Close focus', '96px', { unit: 'm', digits: 2 }), extra: 2 },
      { ...numberColumn<Lens>('threadMm', 'Thread', '80px', { unit: 'mm', optional: true }), extra: 3 },
      { ...textColumn<Lens>('mount', 'Mount', '150px'), extra: 5 },
      { ...numberColumn<Lens>('imageCircleMm', 'Image circle', '100px', { unit: 'mm' }), extra: 6 },
      { ...numberColumn<Lens>('squeeze', 'Squeeze', '80px'), extra: 7 },
      { ...flagColumn<Lens>('macro', 'Macro', '80px', 'macro', 'no'), extra: 7 },
      { ...numberColumn<Lens>('massKg', 'Weight', '80px', { unit: 'kg' }), extra: 7 },
      numberColumn('count', 'Count', '64px'),
      { ...textColumn<Lens>('notes', 'Notes', 'minmax(140px, 1fr)'), extra: 8 },
    ],
    [],
  );
  return columns;
}
