import { Box, Flex } from '@chakra-ui/react';
import { CIRCUIT_DEFAULTS, circuitFields, type Circuit, type Place } from '@kavrell/core/places';
import { positionAfter } from '@kavrell/core/records';
import { usePlanned } from '../../app/production.tsx';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { tableEdits } from '../../ui/edits.ts';
import { RowFields } from '../../ui/RowFields.tsx';
import { CIRCUIT_COLUMNS } from './roomColumns.ts';

interface Props {
  place: Place;
  circuits: readonly Circuit[];
  chosenId: string | null;
  choose: (id: string | null) => void;
}

function useCircuits(place: Place, circuits: readonly Circuit[]) {
  const { production, rows } = usePlanned();
  const newCircuit = (before: readonly object[] = []) => ({
    ...CIRCUIT_DEFAULTS,
    placeId: place.id,
    name: `C${circuits.length + before.length + 1}`,
    position: positionAfter(rows.circuits) + before.length,
  });
  const circuitEdits = tableEdits<Circuit>(
    production.id,
    'circuits',
    (c) => c.name,
    'circuit',
    (values, before) => ({
      ...newCircuit(before),
      ...values,
    }),
  );
  return { newCircuit, circuitEdits };
}

/** In the side sheet: every field of a circuit. */
export function CircuitFields({ place, circuits, chosen }: Pick<Props, 'place' | 'circuits'> & { chosen: Circuit }) {
  const { circuitEdits } = useCircuits(place, circuits);
  return <RowFields row={chosen} columns={CIRCUIT_COLUMNS} fields={circuitFields} onEdit={circuitEdits.onEdit} />;
}

/** The circuits of a place: added, edited where they stand, pasted. */
export function CircuitsPart({ place, circuits, chosenId, choose }: Props) {
  const { production } = usePlanned();
  const { newCircuit, circuitEdits } = useCircuits(place, circuits);
  const addCircuit = () =>
    void change(production.id, `${place.name}: a circuit`, [{ op: 'insert', table: 'circuits', values: newCircuit() }]);
  return (
    <>
      <Flex align="baseline" gap={3} mt={5} mb={2}>
        <Box as="h2" fontSize="m">
          Circuits
        </Box>
        <Button size="small" onClick={addCircuit}>
          Add a circuit
        </Button>
      </Flex>
      {circuits.length > 0 ? (
        <DataTable
          name="Circuits"
          rows={circuits}
          columns={CIRCUIT_COLUMNS}
          fields={circuitFields}
          identity="name"
          height="24vh"
          {...circuitEdits}
          selectedId={chosenId}
          onSelect={(c) => choose(c?.id ?? null)}
        />
      ) : (
        <Box color="soft">No mains here, or nobody has looked.</Box>
      )}
    </>
  );
}
