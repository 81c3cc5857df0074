import { CalendarDays } from 'lucide-react';
import { Suspense, lazy, useRef, useState } from 'react';
import { Button } from './Button.tsx';

// Comes when it is asked for: a date is typed more often than picked.
const Calendar = lazy(() => import('./Calendar.tsx').then((m) => ({ default: m.Calendar })));

/** Opens a calendar beside a field in which a date is typed. */
export function PickDate({ label, value, take }: { label: string; value: string; take: (date: string) => void }) {
  const [open, setOpen] = useState(false);
  const anchor = useRef<HTMLButtonElement>(null);
  return (
    <>
      <Button
        ref={anchor}
        flex="none"
        px={2}
        aria-haspopup="dialog"
        aria-expanded={open}
        aria-label={`Pick: ${label}`}
        onClick={() => setOpen(!open)}
      >
        <CalendarDays size={18} aria-hidden="true" />
      </Button>
      {open ? (
        <Suspense fallback={null}>
          <Calendar
            {...{ label, value, anchor }}
            take={(date) => {
              take(date);
              setOpen(false);
            }}
            close={() => setOpen(false)}
          />
        </Suspense>
      ) : null}
    </>
  );
}
