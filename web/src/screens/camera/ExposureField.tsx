import { Input } from '@chakra-ui/react';
import { useState } from 'react';

/** A figure that is typed, or, when it is solved, only read. */
export function Field({
  label,
  value,
  disabled,
  onTake,
}: {
  label: string;
  value: string;
  disabled: boolean;
  onTake: (text: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const take = () => {
    if (typed !== null) onTake(typed);
    setTyped(null);
  };
  return (
    <label style={{ flex: 1, minWidth: 0 }}>
      {label}
      <Input
        inputMode="decimal"
        readOnly={disabled}
        style={disabled ? { fontWeight: 700, borderStyle: 'dashed' } : {}}
        value={typed ?? value}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => {
          if (e.key !== 'Enter') return;
          take();
          e.stopPropagation();
        }}
      />
    </label>
  );
}
