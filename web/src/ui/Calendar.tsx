import { DatePicker, Popover, Portal, parseDate } from '@chakra-ui/react';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useEffect, useRef, type ReactNode, type RefObject } from 'react';

/** Gives the focus to the day that arrow keys go on from, as soon as it is drawn: it was opened by a press, and there is nothing to wait for. */
function FocusDay({ children }: { children: ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => box.current?.querySelector<HTMLElement>('[data-part=table-cell-trigger][tabindex="0"]')?.focus(), []);
  return <div ref={box}>{children}</div>;
}

/** A month to pick a day from, by pointer or arrow keys; from its title one goes to the year’s months, and to the years. */
export function Calendar({
  label,
  value,
  anchor,
  take,
  close,
}: {
  label: string;
  /** As YYYY-MM-DD; anything else: none is picked yet. */
  value: string;
  anchor: RefObject<HTMLElement | null>;
  take: (date: string) => void;
  close: () => void;
}) {
  const picked = /^\d{4}-\d{2}-\d{2}$/.test(value) ? [parseDate(value)] : [];
  const head = (
    <DatePicker.ViewControl>
      <DatePicker.PrevTrigger aria-label="Earlier">
        <ChevronLeft size={18} aria-hidden="true" />
      </DatePicker.PrevTrigger>
      <DatePicker.ViewTrigger>
        <DatePicker.RangeText />
      </DatePicker.ViewTrigger>
      <DatePicker.NextTrigger aria-label="Later">
        <ChevronRight size={18} aria-hidden="true" />
      </DatePicker.NextTrigger>
    </DatePicker.ViewControl>
  );
  return (
    <Popover.Root
      open
      onOpenChange={(e) => !e.open && close()}
      positioning={{ getAnchorElement: () => anchor.current, placement: 'bottom-end' }}
      autoFocus={false}
      finalFocusEl={() => anchor.current}
    >
      <Portal>
        <Popover.Positioner>
          <Popover.Content aria-label={`Pick: ${label}`}>
            <Popover.Body>
              <FocusDay>
                <DatePicker.Root
                  inline
                  locale="en-GB"
                  startOfWeek={1}
                  fixedWeeks
                  defaultValue={picked}
                  onValueChange={(e) => {
                    const [date] = e.value;
                    if (date) take(date.toString());
                  }}
                >
                  <DatePicker.View view="day">
                    {head}
                    <DatePicker.DayTable />
                  </DatePicker.View>
                  <DatePicker.View view="month">
                    {head}
                    <DatePicker.MonthTable />
                  </DatePicker.View>
                  <DatePicker.View view="year">
                    {head}
                    <DatePicker.YearTable />
                  </DatePicker.View>
                </DatePicker.Root>
              </FocusDay>
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}
