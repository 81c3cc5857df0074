import { Box, Textarea } from '@chakra-ui/react';
import { readTicks } from '@kavrell/core/callsheet';
import type { Shot } from '@kavrell/core/scenes';
import { formatCount } from '@kavrell/core/units';
import { useProduction } from '../../app/production.tsx';
import { useDraft } from '../../platform/draft.ts';
import { tell } from '../../platform/notices.ts';
import { change } from '../../platform/rows.ts';
import { Button } from '../../ui/Button.tsx';
import { FormField } from '../../ui/FormField.tsx';
import { Look, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { rollConsole } from '../../shared/roll/console.ts';
import { PaperPhoto, type PaperTick } from './PaperPhoto.tsx';
import { useSheets } from './draft.ts';

/** Ticks on a printed sheet, typed back by their row codes and looked at before they count. */
export function PaperView() {
  const { production, rows, day, facts } = useProduction();
  const { draft, last } = useSheets();
  const [typed, setTyped] = useDraft(`ticks:${production.id}:${day?.id ?? ''}`);
  if (!draft || !day || !facts) return null;
  // Paper is what went out; before that, the draft that was printed.
  const sheet = last?.content ?? draft;
  const { ticks, refused } = readTicks(
    typed,
    sheet.shots.map((s) => s.row),
  );
  const found = ticks.flatMap((t) => {
    const shot = sheet.shots[t.row];
    const row = rows.shots.find((s) => s.id === shot?.id);
    return shot && row ? [{ ...t, shot, row, state: facts.states.get(row.id) ?? 'planned' }] : [];
  });
  const fresh = found.filter((f) => f.state !== f.mark);
  const takeOver = (fresh: readonly { row: Shot; mark: 'got' | 'dropped' }[]) => {
    for (const f of fresh) if (f.mark === 'got') rollConsole.fromPaper(production, day, facts.takes, f.row);
    const dropped = fresh.filter((f) => f.mark === 'dropped');
    if (dropped.length > 0)
      void change(
        production.id,
        `Dropped on paper: ${dropped.map((f) => f.row.code).join(', ')}`,
        dropped.map((f) => ({ op: 'update' as const, table: 'shots' as const, row: f.row, values: { dropped: true } })),
      );
    tell(`${formatCount(fresh.length, 'tick')} taken over from paper.`);
  };
  const take = () => {
    takeOver(fresh);
    setTyped('');
  };
  const takePhoto = (ticks: readonly PaperTick[]) => {
    const news = ticks.flatMap(({ shotId, mark }) => {
      const row = rows.shots.find((s) => s.id === shotId);
      return row && facts.states.get(shotId) !== mark ? [{ row, mark }] : [];
    });
    if (news.length > 0) takeOver(news);
    else tell('All of it was known already: nothing was changed.');
  };
  return (
    <Box maxW="720px">
      <FormField
        label={`Codes ticked on ${last?.content ? `version ${last.revision}` : 'the draft'}`}
        hint="Such as 2F 3W 4Kx: an x behind one says it was dropped"
      >
        {(props) => (
          <Textarea
            fontFamily="mono"
            rows={4}
            {...props}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            onKeyDown={(e) => e.stopPropagation()}
          />
        )}
      </FormField>
      {found.length > 0 ? (
        <Box as="ul" display="grid" mt={3} mb={3} data-ticks>
          {found.map((f) => (
            <Box as="li" key={f.code} py={1} borderBottom="1px solid" borderColor="hairline">
              <strong>{f.row.code}</strong> {f.shot.what}:{' '}
              {fresh.includes(f) ? (f.mark === 'got' ? 'got' : 'dropped') : 'known already'}
            </Box>
          ))}
        </Box>
      ) : null}
      {refused.map((r) => (
        <Box key={r.typed} role="alert" mb={2}>
          <Look>
            “{r.typed}”: {r.why}
          </Look>
        </Box>
      ))}
      <Button look="primary" mt={2} disabled={fresh.length === 0} onClick={take}>
        {fresh.length === 0 ? 'Nothing new to take over' : `Take over ${formatCount(fresh.length, 'tick')}`}
      </Button>
      <Box mt={5}>
        <PaperPhoto draft={draft} takeOver={takePhoto} />
      </Box>
      <Sheet>
        <Why
          lines={[
            'A code is the row’s number and a check letter: a slip is refused, never guessed.',
            'A photograph is read by its four corner marks; what is blurred, cut or of another sheet is refused, and each tick counts only once it is confirmed.',
            'A tick becomes one good take “from paper”, with no camera’s word for it. What was known stays as it is.',
          ]}
        />
      </Sheet>
    </Box>
  );
}
