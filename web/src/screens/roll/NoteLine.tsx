import { Flex } from '@chakra-ui/react';
import { useState } from 'react';
import type { Take } from '@kavrell/core/roll';
import { usePlanned } from '../../app/production.tsx';
import { useDraft } from '../../platform/draft.ts';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { rollConsole } from '../../shared/roll/console.ts';

const MOST = 1000;

/** A note on a take; what is half typed survives a reload. */
export function NoteLine({ take, close }: { take: Take; close: () => void }) {
  const { production } = usePlanned();
  const [text, setText] = useDraft(`note:${take.id}`);
  const [problem, setProblem] = useState('');
  const add = () => {
    const trimmed = text.trim();
    if (trimmed.length > MOST) {
      setProblem(`The note may have ${MOST} characters at most; this has ${trimmed.length}.`);
      return;
    }
    if (trimmed) rollConsole.log(production, take.id, `Take ${take.number}: note`, { kind: 'noted', text: trimmed });
    setText('');
    close();
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        add();
      }}
    >
      <Flex gap={2} align="end">
        <div style={{ flex: 1 }}>
          <FormField
            label={`Note on take ${take.number}`}
            error={problem}
            input={{
              autoFocus: true,
              value: text,
              onChange: (e) => setText(e.target.value),
              onKeyDown: (e) => e.key === 'Escape' && close(),
            }}
          />
        </div>
        <Button type="submit" size="act" mb="38px" minH="36px" fontSize="s">
          Add
        </Button>
      </Flex>
    </form>
  );
}
