import { Box, Flex } from '@chakra-ui/react';
import {
  customsCsv,
  customsPdf,
  hireCsv,
  hirePdf,
  kitLabelsPdf,
  packingCsv,
  packingPdf,
  pathOf,
} from '@kavrell/contract';
import { LIST_ORDERS } from '@kavrell/core/kitNeeds';
import { usePlanned } from '../../app/production.tsx';
import { LinkButton } from '../../ui/Button.tsx';
import { Part } from '../../ui/parts.tsx';

/** Lists to print, to send and to calculate with; labels to stick on. */
export function KitPapers() {
  const { production, me } = usePlanned();
  const of = { productionId: production.id };
  const papers: [words: string, pdf: string, csv: string | null][] = [
    ...LIST_ORDERS.map((order): [string, string, string] => [
      `Packing by ${order}`,
      pathOf(packingPdf, { ...of, order }),
      pathOf(packingCsv, { ...of, order }),
    ]),
    ...(me.role === 'owner'
      ? ([
          ['Hired and lent', pathOf(hirePdf, of), pathOf(hireCsv, of)],
          ['Over the border', pathOf(customsPdf, of), pathOf(customsCsv, of)],
          ['Labels with codes', pathOf(kitLabelsPdf, of), null],
        ] as [string, string, string | null][])
      : []),
  ];
  return (
    <Part title="Lists and labels">
      {papers.map(([words, pdf, csv]) => (
        <Flex key={words} gap={2} align="center" mb={1}>
          <Box flex="1">{words}</Box>
          <LinkButton size="small" href={pdf} target="_blank" rel="noreferrer" aria-label={`${words}, PDF`}>
            PDF
          </LinkButton>
          {csv ? (
            <LinkButton size="small" href={csv} aria-label={`${words}, CSV`}>
              CSV
            </LinkButton>
          ) : null}
        </Flex>
      ))}
    </Part>
  );
}
