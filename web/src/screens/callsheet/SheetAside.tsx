import { Box } from '@chakra-ui/react';
import type { SheetContent } from '@kavrell/core/callsheet';
import { formatMinutes } from '@kavrell/core/units';
import type { ReactNode } from 'react';
import { PlacesMap } from '../../shared/places/PlacesMap.tsx';

const H = ({ children }: { children: ReactNode }) => (
  <Box as="h2" fontSize="l" mt={5} mb={2}>
    {children}
  </Box>
);

/** Who is called when, where it is, and what is good to know. */
export function SheetAside({ sheet, say }: { sheet: SheetContent; say: (m: number | null | undefined) => string }) {
  return (
    <div>
      <Box as="h2" fontSize="l" mb={2}>
        Calls
      </Box>
      <ul data-calls>
        {sheet.people.map((p) => (
          <Box
            as="li"
            key={p.id}
            display="grid"
            gridTemplateColumns="60px minmax(0, 1fr)"
            columnGap={3}
            py={1}
            borderBottom="1px solid"
            borderColor="hairline"
          >
            <strong>{say(p.callMin)}</strong>
            <Box minW={0} overflowWrap="anywhere">
              <bdi>{p.name}</bdi>
              <Box color="soft" fontSize="s">
                {[p.role, p.comms && `radio ${p.comms}`].filter(Boolean).join(' · ')}
              </Box>
            </Box>
          </Box>
        ))}
        {sheet.people.length === 0 ? (
          <Box color="soft">Nobody is on this day yet: choose days under People.</Box>
        ) : null}
      </ul>
      <H>Places</H>
      {sheet.places.map((p) => (
        <Box key={p.id} mb={3} overflowWrap="anywhere">
          <strong>{p.name}</strong>
          <Box color="soft" fontSize="s">
            {[
              p.address,
              p.directions && `Way there: ${p.directions}`,
              p.parking && `Parking: ${p.parking}${p.walkMin ? `, ${formatMinutes(p.walkMin)} on foot` : ''}`,
              p.contact && `Contact: ${p.contact}`,
              p.hospital && `Hospital: ${p.hospital}`,
              ...p.facts,
              p.confirmed ? '' : 'Not confirmed yet.',
            ]
              .filter(Boolean)
              .map((t) => (
                <div key={t}>{t}</div>
              ))}
          </Box>
        </Box>
      ))}
      <PlacesMap places={sheet.places} moves={[]} selectedId={null} select={null} />
      <H>Good to know</H>
      <Box as="ul" display="grid" gap={2}>
        {sheet.diets.length ? (
          <li>
            Meals for {sheet.heads}: {sheet.diets.map((d) => `${d.count} × ${d.diet}`).join(', ')}
          </li>
        ) : null}
        {sheet.quiet.length ? (
          <li>Quiet, sound is recorded: {sheet.quiet.map((q) => `${say(q.startMin)}–${say(q.endMin)}`).join(', ')}</li>
        ) : null}
        {[...sheet.technical, ...sheet.soundNotes].map((t) => (
          <li key={t}>{t}</li>
        ))}
      </Box>
      <H>With care</H>
      <ul>
        {sheet.safety.map((c) => (
          <Box as="li" key={c} mb={2}>
            {c}
          </Box>
        ))}
      </ul>
    </div>
  );
}
