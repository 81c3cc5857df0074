import { Box, Flex } from '@chakra-ui/react';
import { zodResolver } from '@hookform/resolvers/zod';
import { useEffect, useMemo } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { FORMAT_POLICIES, productionFields } from '@kavrell/core/brief';
import { dayFields, type Day } from '@kavrell/core/day';
import { formatMinuteOfDay, parseClock } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { usePreferences } from '../../platform/preferences.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { choiceColumn, minutesColumn, numberColumn, textColumn } from '../../ui/columns.tsx';
import { DataTable, type Column } from '../../ui/DataTable.tsx';
import { tableEdits } from '../../ui/edits.ts';
import { FormField } from '../../ui/FormField.tsx';
import { useHashSelection } from '../../ui/selection.ts';
import { RowFields } from '../../ui/RowFields.tsx';
import { Empty, Part, ScreenHead, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { RATE_CHOICES } from '../camera/CameraScreen.tsx';

const form = productionFields.omit({ simulatedNowOffsetMs: true, keepPolicy: true }).extend({
  verifiedCopies: z.coerce
    .number<number>()
    .int('Copies are a whole number.')
    .min(1, 'At least one verified copy is needed.')
    .max(6, 'Six copies are the most Kavrell plans for.'),
  apart: z.boolean(),
  format: z.enum(FORMAT_POLICIES),
});
type FormValues = z.infer<typeof form>;

function clockColumn(id: 'callMin' | 'wantedWrapMin', header: string, clock: '24' | '12'): Column<Day> {
  return {
    id,
    header,
    width: '84px',
    end: true,
    value: (d) => d[id],
    render: (d) => <span>{formatMinuteOfDay(d[id], d, clock)}</span>,
    edit: { get: (d) => formatMinuteOfDay(d[id], d), set: (text) => ({ [id]: parseClock(text) }) },
  };
}

/** What is wanted: the job itself, when it is kept, and its days. */
export function BriefScreen() {
  const { production, rows } = useProduction();
  const clock = usePreferences((s) => s.clock);
  const values = useMemo<FormValues>(
    () => ({
      title: production.title,
      client: production.client,
      rate: production.rate,
      verifiedCopies: production.keepPolicy.verifiedCopies,
      apart: production.keepPolicy.apart,
      format: production.keepPolicy.format,
    }),
    [production],
  );
  const { register, handleSubmit, formState, reset } = useForm<FormValues>({
    resolver: zodResolver(form),
    defaultValues: values,
    mode: 'onBlur',
  });
  useEffect(() => {
    if (!formState.isDirty) reset(values);
  }, [values, formState.isDirty, reset]);
  const save = handleSubmit(({ verifiedCopies, apart, format, ...rest }) => {
    void change(production.id, 'Changed the brief', [
      {
        op: 'update',
        table: 'productions',
        row: production,
        values: { ...rest, keepPolicy: { verifiedCopies, apart, format } },
      },
    ]);
    reset({ ...rest, verifiedCopies, apart, format });
  });
  const columns = useMemo<Column<Day>[]>(
    () => [
      numberColumn('number', 'Day', '44px'),
      textColumn('date', 'Date', '112px'),
      { ...textColumn<Day>('timeZone', 'Time zone', '140px'), extra: 3 },
      {
        ...choiceColumn<Day>(
          'basePlaceId',
          'Sun of',
          '140px',
          rows.places.map((p) => [p.id, p.name] as const),
          'no place',
        ),
        extra: 2,
      },
      clockColumn('callMin', 'Call', clock),
      { ...minutesColumn<Day>('loadInMin', 'Load-in', '90px'), extra: 1 },
      { ...minutesColumn<Day>('strikeMin', 'Strike', '90px'), extra: 1 },
      clockColumn('wantedWrapMin', 'Wrap by', clock),
      { ...textColumn<Day>('notes', 'Notes', 'minmax(200px, 1fr)'), extra: 4 },
    ],
    [rows.places, clock],
  );
  const edits = tableEdits<Day>(production.id, 'days', (d) => `Day ${d.number}`, 'day');
  const [selectedId, select] = useHashSelection();
  const chosen = rows.days.find((d) => d.id === selectedId);
  const addDay = () => {
    const last = rows.days.at(-1);
    const date = last ? new Date(Date.parse(`${last.date}T12:00:00Z`) + 86400000) : new Date();
    const zone = last?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
    void change(production.id, 'Added a day', [
      {
        op: 'insert',
        table: 'days',
        values: {
          number: (last?.number ?? 0) + 1,
          date: date.toISOString().slice(0, 10),
          timeZone: zone,
          basePlaceId: rows.places[0]?.id ?? null,
          callMin: 450,
          loadInMin: 30,
          strikeMin: 20,
          wantedWrapMin: 1080,
          meals: [{ earliestAfterMin: 180, latestAfterMin: 330, minutes: 45 }],
          notes: '',
        },
      },
    ]);
  };
  const { errors } = formState;
  return (
    <>
      <ScreenHead title="Brief" />
      <Box maxW="640px" mb={8}>
        <form onSubmit={(e) => void save(e)} noValidate>
          <FormField label="Title" error={errors.title?.message} input={register('title')} />
          <FormField label="Client" error={errors.client?.message} input={register('client')} />
          <Flex gap={4} wrap="wrap">
            <FormField label="Frame rate of the job" error={errors.rate?.message}>
              {(props) => (
                <select className="field" {...props} {...register('rate')}>
                  {RATE_CHOICES.map(([value, words]) => (
                    <option key={value} value={value}>
                      {words}
                    </option>
                  ))}
                </select>
              )}
            </FormField>
            <FormField
              label="Kept with this many verified copies"
              error={errors.verifiedCopies?.message}
              input={{ ...register('verifiedCopies'), inputMode: 'numeric' }}
            />
          </Flex>
          <label style={{ display: 'flex', gap: 8, alignItems: 'center', marginBottom: 16, minHeight: 36 }}>
            <input type="checkbox" {...register('apart')} /> and not all of them in one place
          </label>
          <FormField label="Cards may be formatted">
            {(props) => (
              <select className="field" {...props} {...register('format')}>
                <option value="never">never on the job: only when its last day has ended</option>
                <option value="afterCopies">when kept, on two kinds of device</option>
              </select>
            )}
          </FormField>
          <Button type="submit" look="primary" disabled={!formState.isDirty}>
            Save the brief
          </Button>
        </form>
      </Box>
      <Box as="h2" fontSize="l" mb={2}>
        Days
      </Box>
      {rows.days.length === 0 ? (
        <Empty
          title="No day yet"
          action={
            <Button look="primary" onClick={addDay}>
              Add a day
            </Button>
          }
        >
          A day has a date, a time zone, a call and a wanted wrap. Kavrell then says whether the shots you give it fit.
        </Empty>
      ) : (
        <DataTable
          name="Days"
          rows={rows.days}
          columns={columns}
          fields={dayFields}
          height="40vh"
          actions={
            <Button size="small" onClick={addDay}>
              Add a day
            </Button>
          }
          selectedId={selectedId}
          onSelect={(d) => select(d?.id ?? null)}
          {...edits}
        />
      )}
      <Sheet>
        {chosen ? <RowFields row={chosen} columns={columns} fields={dayFields} onEdit={edits.onEdit} /> : null}
        <Part title="Kept means">
          Every file of a card was read back from a drive and compared, on as many drives as you say here. Copied
          without comparing counts for nothing.
        </Part>
        <Why
          lines={[
            'The frame rate of the job is what every camera should stand at; the Camera screen names those that differ.',
            'Each day has its own time zone: its plan is minutes from that day’s local midnight, right across a clock change.',
          ]}
        />
      </Sheet>
    </>
  );
}
