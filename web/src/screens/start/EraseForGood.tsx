import { Box, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { eraseProduction, type ProductionHead } from '@kavrell/contract';
import { formatCount } from '@kavrell/core/units';
import { call, wordsOf } from '../../platform/api.ts';
import { tell } from '../../platform/notices.ts';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';

/** The one press on this page that nothing undoes: so its title is typed first. */
export function EraseForGood({ head, again }: { head: Pick<ProductionHead, 'id' | 'title'>; again: () => void }) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  if (!open)
    return (
      <Button size="small" onClick={() => setOpen(true)}>
        Delete for good
      </Button>
    );
  const erase = () => {
    setBusy(true);
    call(eraseProduction, { params: { productionId: head.id }, body: { title: typed } })
      .then(({ rows, files }) => {
        tell(`“${head.title}” is really gone: ${formatCount(rows, 'row')}, ${formatCount(files, 'file')}.`);
        again();
      })
      .catch((e: unknown) => setProblem(wordsOf(e)))
      .finally(() => setBusy(false));
  };
  return (
    <Box as="form" w="100%" onSubmit={(e) => (e.preventDefault(), erase())}>
      <FormField
        label={`To delete “${head.title}” for good, type its title`}
        hint="Rows, history, links and files go; nothing brings them back. Fetch the whole job first if you may want it."
        error={problem || undefined}
      >
        {(props) => <Input {...props} value={typed} onChange={(e) => setTyped(e.target.value)} />}
      </FormField>
      <Button type="submit" size="small" mt={1} disabled={busy || typed.trim() === ''}>
        Delete it for good
      </Button>
      <Button size="small" mt={1} ml={2} onClick={() => setOpen(false)}>
        Leave it
      </Button>
    </Box>
  );
}
