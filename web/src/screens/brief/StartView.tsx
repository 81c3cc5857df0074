import { Box } from '@chakra-ui/react';
import { planStart } from '@kavrell/core/start';
import { dateOf } from '@kavrell/core/time';
import { formatCount } from '@kavrell/core/units';
import { usePlanned } from '../../app/production.tsx';
import { productionNow } from '../../platform/clock.ts';
import { useDraft } from '../../platform/draft.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { change, type Op } from '../../platform/rows.ts';
import { IntoMoments } from '../../shared/scenes/IntoMoments.tsx';
import { Button } from '../../ui/Button.tsx';
import { Part, Why } from '../../ui/parts.tsx';
import { Sheet } from '../../ui/sheet.tsx';
import { startDraft } from '../../shared/start/startDraft.ts';
import { StartPaste } from '../../shared/start/StartPaste.tsx';

/** A message thread, a programme, a shot table or a crew list pasted into a production: a day in ten minutes, its gaps marked. */
export function StartView() {
  const { production, rows } = usePlanned();
  const [text, setText] = useDraft(startDraft(production.id));
  const timeZone = rows.days.at(-1)?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  const today = dateOf(productionNow(production), timeZone);
  const kind = rows.scenes.some((s) => s.kind === 'cue') ? 'cues' : 'moments';
  return (
    <Box maxW="900px">
      <StartPaste text={text} setText={setText} kind={kind} today={today} named>
        {(read) => {
          const ops = read ? planStart(read, rows, { kind, newId, timeZone }) : [];
          return (
            <>
              {read && read.gaps.length > 0 ? (
                <Box as="ul" color="look" mb={4} data-gaps>
                  {read.gaps.map((g) => (
                    <li key={g}>{g}</li>
                  ))}
                </Box>
              ) : null}
              <IntoMoments shots={ops.flatMap((o) => (o.op === 'insert' && o.table === 'shots' ? [o.values] : []))} />
              {read ? (
                <Button
                  look="primary"
                  disabled={ops.length === 0}
                  onClick={() => {
                    void change(production.id, 'Started from a paste', ops as Op[]);
                    // What nobody understood stays to be said; nothing of a paste is dropped.
                    setText(read.left.map((l) => l.text).join('\n'));
                    tell(`${formatCount(ops.length, 'thing')} made or changed; Ctrl+Z takes it all back.`);
                  }}
                >
                  {ops.length ? 'Start the day with it' : 'All of it is here already'}
                </Button>
              ) : null}
            </>
          );
        }}
      </StartPaste>
      <Sheet>
        <Part title="What is read">
          A date; times said with “call” and “wrap”; “Place:”, “Parking:”, “Hospital:”, “Contact:”; a name with a role
          or a phone beside it; names below “Guests:” are people in the picture; a line that begins with a time is a
          moment, one that begins with a scene number a shot.
        </Part>
        <Why
          lines={[
            'Never guesses: what it does not know is asked below, and nothing is taken before you press.',
            'Without a date it goes to the day that is there; with none there is no day yet.',
            'People, places and moments that are here already are not made twice.',
          ]}
        />
      </Sheet>
    </Box>
  );
}
