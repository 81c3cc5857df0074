import { Flex, Box } from '@chakra-ui/react';
import { readerFields, type Reader } from '@kavrell/core/copies';
import { positionAfter } from '@kavrell/core/records';
import { useProduction } from '../../app/production.tsx';
import { TableBench } from '../../app/TableBench.tsx';
import { newId } from '../../platform/id.ts';
import { change } from '../../platform/rows.ts';
import { Choice } from '../../ui/Choice.tsx';
import type { Column } from '../../ui/column.ts';
import { textColumn, numberColumn } from '../../ui/columns.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { timeProblem } from './useTonight.ts';

const READERS: Column<Reader>[] = [
  textColumn('name', 'Reader', 'minmax(120px, 1fr)'),
  numberColumn('bytesPerS', 'Reads', '140px', { unit: 'MB/s', scale: 1e6, optional: true }),
];

/** When one sleeps, and in which order drives are filled. */
export function NightAsk({
  bed,
  setBed,
  up,
  setUp,
  school,
  setSchool,
}: {
  bed: string;
  setBed: (text: string) => void;
  up: string;
  setUp: (text: string) => void;
  school: 'all' | 'fastFirst';
  setSchool: (next: 'all' | 'fastFirst') => void;
}) {
  return (
    <Flex gap={3} wrap="wrap" align="start" mb={4}>
      <Box w="140px">
        <FormField
          label="Asleep from"
          error={bed ? timeProblem(bed) : ''}
          hint="23:30 where nothing stands"
          input={{ value: bed, placeholder: '23:30', onChange: (e) => setBed(e.target.value) }}
        />
      </Box>
      <Box w="140px">
        <FormField
          label="Up at"
          error={up ? timeProblem(up) : ''}
          hint="06:00 where nothing stands"
          input={{ value: up, placeholder: '06:00', onChange: (e) => setUp(e.target.value) }}
        />
      </Box>
      <Box>
        <FormField label="Order of drives" hint="Two schools: both end with all copies">
          {(props) => (
            <Choice
              {...props}
              value={school}
              onChange={(e) => setSchool(e.target.value === 'all' ? 'all' : 'fastFirst')}
            >
              <option value="fastFirst">Fast drives first, slow ones after</option>
              <option value="all">Straight to all drives</option>
            </Choice>
          )}
        </FormField>
      </Box>
    </Flex>
  );
}

/** What cards are put into. */
export function ReadersBench() {
  const { rows, production } = useProduction();
  const addReader = () => {
    const id = newId();
    const values = {
      name: `Reader ${rows.readers.length + 1}`,
      bytesPerS: null,
      position: positionAfter(rows.readers),
    };
    void change(production.id, 'A reader', [{ op: 'insert', table: 'readers', id, values }]);
    return id;
  };
  return (
    <TableBench
      title="Readers"
      table="readers"
      one="reader"
      rows={rows.readers}
      columns={READERS}
      fields={readerFields}
      nameOf={(r) => r.name}
      adds={[['Add a reader', addReader]]}
      pasted={{
        identity: 'name',
        blank: (before) => ({
          name: 'Reader',
          bytesPerS: null,
          position: positionAfter(rows.readers) + before.length,
        }),
      }}
      empty="What cards are put into: “Reader 1, 320 MB/s”. Without one a single reader is assumed."
      height="24vh"
    />
  );
}
