import { Box } from '@chakra-ui/react';
import { itemLine, type LightPlan, type Surroundings } from '@kavrell/core/light';
import { openSheet } from '../../ui/sheet.tsx';

/** What stands on a plan as a list: to be read without seeing it, and chosen. */
export function PlanItems({
  plan,
  s,
  selectedId,
  onSelect,
}: {
  plan: LightPlan;
  s: Pick<Surroundings, 'catalogue'>;
  selectedId: string | null;
  onSelect: (id: string) => void;
}) {
  return (
    <>
      <Box as="h2" mt={4} mb={1} fontSize="m">
        What stands on it
      </Box>
      {plan.items.length === 0 ? (
        <Box color="soft" maxW="560px">
          Nothing yet. Put a person on the plan, a camera before them, then a lamp: its light is read at the face at
          once. Say which stop and ratio are wanted, and Kavrell sets the levels.
        </Box>
      ) : (
        <Box as="ol" display="grid" gap={1} data-items>
          {plan.items.map((i) => (
            <li key={i.id}>
              <Box
                as="button"
                textAlign="left"
                py={1}
                fontWeight={i.id === selectedId ? 700 : 400}
                aria-pressed={i.id === selectedId}
                onClick={() => {
                  onSelect(i.id);
                  openSheet(true);
                }}
              >
                {itemLine(i, s.catalogue)}
              </Box>
            </li>
          ))}
        </Box>
      )}
    </>
  );
}
