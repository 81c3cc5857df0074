import { Box, Checkbox, Flex, Popover, Portal } from '@chakra-ui/react';
import { ArrowDown, ArrowUp, Minus, Plus } from 'lucide-react';
import type { ReactNode, RefObject } from 'react';
import { Button } from './Button.tsx';
import { inChosenOrder, moved, widened, widthOf, type ColumnChoice } from './chosenColumns.ts';
import type { Column } from './column.ts';

const STEP_PX = 24;

/** Which columns a table shows, in what order and how wide; kept on this device. */
export function ColumnMenu<R>({
  name,
  columns,
  open,
  choice,
  choose,
  anchor,
  close,
}: {
  name: string;
  columns: readonly Column<R>[];
  /** The columns that are drawn just now. */
  open: readonly Column<R>[];
  choice: ColumnChoice;
  choose: (next: ColumnChoice | null) => void;
  /** What it hangs on, and gives the focus back to. */
  anchor: RefObject<HTMLElement | null>;
  close: () => void;
}) {
  const drawn = new Set(open.map((c) => c.id));
  const order = inChosenOrder(columns, choice).filter((c) => c.header !== '');
  return (
    <Popover.Root
      open
      onOpenChange={({ open: stays }) => !stays && close()}
      positioning={{ placement: 'bottom-end', getAnchorElement: () => anchor.current }}
      finalFocusEl={() => anchor.current}
    >
      <Portal>
        <Popover.Positioner>
          <Popover.Content w="340px" maxH="min(320px, 42dvh)" aria-label={`Columns of ${name}`}>
            <Popover.Body>
              {order.map((c, i) => (
                <Flex key={c.id} align="center" gap={1} minH="32px" data-choose-column={c.id}>
                  <Checkbox.Root
                    flex="1"
                    size="sm"
                    checked={drawn.has(c.id)}
                    disabled={drawn.size === 1 && drawn.has(c.id)}
                    onCheckedChange={({ checked }) =>
                      choose({ ...choice, shown: { ...choice.shown, [c.id]: checked === true } })
                    }
                  >
                    <Checkbox.HiddenInput />
                    <Checkbox.Control />
                    <Checkbox.Label>{c.header}</Checkbox.Label>
                  </Checkbox.Root>
                  <Small
                    label={`${c.header} narrower`}
                    onClick={() => choose(widened(choice, c.id, widthOf(c, choice) - STEP_PX))}
                  >
                    <Minus size={14} />
                  </Small>
                  <Small
                    label={`${c.header} wider`}
                    onClick={() => choose(widened(choice, c.id, widthOf(c, choice) + STEP_PX))}
                  >
                    <Plus size={14} />
                  </Small>
                  <Small
                    label={`${c.header} further left`}
                    disabled={i === 0}
                    onClick={() => choose(moved(columns, choice, c.id, -1))}
                  >
                    <ArrowUp size={14} />
                  </Small>
                  <Small
                    label={`${c.header} further right`}
                    disabled={i === order.length - 1}
                    onClick={() => choose(moved(columns, choice, c.id, 1))}
                  >
                    <ArrowDown size={14} />
                  </Small>
                </Flex>
              ))}
              <Box mt={2}>
                <Button size="small" onClick={() => choose(null)}>
                  As they were made
                </Button>
              </Box>
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}

function Small({
  label,
  disabled = false,
  onClick,
  children,
}: {
  label: string;
  disabled?: boolean;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <Button size="small" look="quiet" aria-label={label} title={label} disabled={disabled} onClick={onClick}>
      {children}
    </Button>
  );
}
