import { Box } from '@chakra-ui/react';
import { emergencyCard, placeNow } from '@kavrell/core/onset';
import { msToMinute } from '@kavrell/core/time';
import { useProduction } from '../../app/production.tsx';
import { useNow } from '../../platform/clock.ts';
import { Look, Part } from '../../ui/parts.tsx';

const MINUTE_MS = 60_000;

/** What one reads out on the telephone, of the place where the day stands. All of it is on this device, without network too. */
export function Emergency() {
  const { production, rows, day, facts } = useProduction();
  const now = useNow(production, MINUTE_MS);
  const placeId =
    (day && facts ? placeNow(facts.plan, msToMinute(day.date, day.timeZone, now)) : null) ?? day?.basePlaceId;
  const place = rows.places.find((p) => p.id === placeId) ?? null;
  const card = emergencyCard(place, rows.placeFacts, rows.people);
  const lines: [string, string][] = [
    ['We are at', [card.place, card.address].filter(Boolean).join(', ')],
    ['Position', card.coordinates],
    ['The way in', card.wayIn],
    ['Hospital', card.hospital],
    ['Exits', card.exits],
    ['First aid', card.firstAid.join(', ')],
    ['Contact there', card.contact],
  ];
  return (
    <>
      <Part>
        <Box fontSize="l" fontWeight="700">
          Ring the local emergency number first. Then read this out.
        </Box>
      </Part>
      <Box as="dl" data-emergency>
        {lines.map(([word, text]) => (
          <Box key={word} mb={3}>
            <Box as="dt" color="soft" fontSize="s">
              {word}
            </Box>
            <Box as="dd" fontSize="l" fontWeight="700" m={0} overflowWrap="anywhere">
              {text || <Look>nobody has said</Look>}
            </Box>
          </Box>
        ))}
      </Box>
      {card.missing.length > 0 ? (
        <Part title="To be asked before the day">
          {card.missing.join(', ')}: on Places
          {card.missing.includes('who gives first aid') ? ' and People (the role)' : ''}.
        </Part>
      ) : null}
    </>
  );
}
