import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { bundleZip, pathOf, removeBundle, startBundle } from '@kavrell/contract';
import { productionFields } from '@kavrell/core/brief';
import { driveFields } from '@kavrell/core/copies';
import {
  BUNDLE_PARTS,
  BUNDLE_ROLES,
  BUNDLE_ROLE_WORDS,
  bundlePartsFor,
  type Bundle,
  type BundleRole,
} from '@kavrell/core/wrap';
import { formatBytes, formatInstant } from '@kavrell/core/units';
import type { Day } from '@kavrell/core/day';
import { useProduction } from '../../app/production.tsx';
import { call, wordsOf } from '../../platform/api.ts';
import { newId } from '../../platform/id.ts';
import { tell } from '../../platform/notices.ts';
import { queries } from '../../platform/queries.ts';
import { change, useRows } from '../../platform/rows.ts';
import { Button, LinkButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { FieldEdit } from '../../ui/FieldEdit.tsx';
import { Look, Part } from '../../ui/parts.tsx';
import { Working } from '../../ui/Working.tsx';

/** Who gets what: the hand-over as one file, who cuts it, and until when each copy is kept. */
export function HandOverView({ day }: { day: Day }) {
  const { production, rows } = useProduction();
  const { rows: bundles, query } = useRows(production.id, 'bundles');
  const [role, setRole] = useState<BundleRole>('editor');
  const again = () => void queries.invalidateQueries({ queryKey: ['rows', production.id, 'bundles'] });
  const asked = (work: Promise<unknown>) => void work.then(again, (e: unknown) => tell(wordsOf(e)));
  const open = bundles.some((b) => b.state === 'waiting' || b.state === 'running');
  const shown = [...bundles].filter((b) => b.state !== 'cancelled').sort((a, b) => (a.id < b.id ? 1 : -1));
  return (
    <Box maxW="760px" display="grid" gap={4}>
      <Part title="Make a hand-over">
        <Flex gap={2} wrap="wrap" align="center">
          <Box>
            <Choice aria-label="For whom" value={role} onChange={(e) => setRole(e.target.value as BundleRole)}>
              {BUNDLE_ROLES.map((r) => (
                <option key={r} value={r}>
                  for {BUNDLE_ROLE_WORDS[r]}
                </option>
              ))}
            </Choice>
          </Box>
          <Button
            look="primary"
            disabled={open}
            onClick={() =>
              asked(
                call(startBundle, { params: { productionId: production.id }, body: { id: newId(), forRole: role } }),
              )
            }
          >
            Make it
          </Button>
        </Flex>
        <Box as="ul" mt={2} color="soft" fontSize="s">
          {bundlePartsFor(role).map((p) => (
            <li key={p}>{BUNDLE_PARTS[p].words}</li>
          ))}
        </Box>
        <Box mt={2} fontSize="s" color="soft">
          The media themselves are not in it: they go on the drives. What People has of telephones, mail, rates and
          diets is in none; what somebody typed into a note goes along as it was typed.
        </Box>
      </Part>
      {query.isError && !query.data ? <Look>What was made can’t be read just now. {wordsOf(query.error)}</Look> : null}
      {shown.length > 0 ? (
        <Part title="Made">
          <Box as="ul" display="grid">
            {shown.map((b) => (
              <BundleLine key={b.id} bundle={b} productionId={production.id} day={day} asked={asked} />
            ))}
          </Box>
        </Part>
      ) : null}
      <Part title="Who cuts it, and what is kept until when">
        <FieldEdit
          label="Who cuts it"
          hint="Name and how they are reached; the drives go there"
          value={production.editOwner}
          fields={productionFields}
          set={(editOwner) => ({ editOwner })}
          save={(values) =>
            void change(production.id, 'Who cuts it', [{ op: 'update', table: 'productions', row: production, values }])
          }
        />
        {rows.drives.length === 0 ? <Box mt={2}>There is no drive yet: add one under Copies.</Box> : null}
        {rows.drives.map((d) => (
          <FieldEdit
            key={d.id}
            label={`${d.name} is kept until`}
            hint="Empty: nobody said. When the date is here you are told; nothing is deleted by itself"
            date
            value={d.keepUntil ?? ''}
            fields={driveFields}
            set={(text) => ({ keepUntil: text.trim() || null })}
            save={(values) =>
              void change(production.id, `${d.name} is kept until`, [{ op: 'update', table: 'drives', row: d, values }])
            }
          />
        ))}
      </Part>
    </Box>
  );
}

function BundleLine({
  bundle: b,
  productionId,
  day,
  asked,
}: {
  bundle: Bundle;
  productionId: string;
  day: Day;
  asked: (work: Promise<unknown>) => void;
}) {
  const remove = () => asked(call(removeBundle, { params: { productionId, bundleId: b.id }, body: {} }));
  const isOpen = b.state === 'waiting' || b.state === 'running';
  return (
    <Flex
      as="li"
      gap={3}
      py={2}
      align="center"
      wrap="wrap"
      borderBottom="1px solid"
      borderColor="hairline"
      data-bundle={b.state}
    >
      <Box flex="1" minW="200px">
        <strong>For {BUNDLE_ROLE_WORDS[b.forRole]}</strong>
        <Box color="soft" fontSize="s" overflowWrap="anywhere">
          {b.state === 'done' && b.endedAtMs !== null
            ? `${formatInstant(b.endedAtMs, day)}, ${b.totalFiles} files, ${formatBytes(b.sizeBytes)}; its list ${b.listHash.slice(0, 8)}`
            : b.state === 'waiting'
              ? 'waits for the worker'
              : b.inHand}
        </Box>
        {b.failure ? <Look>{b.failure}</Look> : null}
        {b.state === 'running' && b.totalFiles > 0 && b.startedAtMs !== null ? (
          <Working label="The hand-over" way={{ share: b.doneFiles / b.totalFiles, startedMs: b.startedAtMs }} />
        ) : null}
      </Box>
      {b.state === 'done' ? (
        <LinkButton href={pathOf(bundleZip, { productionId, bundleId: b.id })} download>
          Fetch it
        </LinkButton>
      ) : null}
      <Button size="small" onClick={remove}>
        {isOpen ? 'Stop' : 'Take it away'}
      </Button>
    </Flex>
  );
}
