import { CategoryScale, Chart, LineElement, LinearScale, PointElement } from 'chart.js';
import { Line } from 'react-chartjs-2';
import { Box, Flex } from '@chakra-ui/react';
import type { UsageYear } from '@kavrell/core/money';
import { formatMoney } from '@kavrell/core/units';
import { colourNow } from '../../ui/colourNow.ts';

Chart.register(CategoryScale, LinearScale, LineElement, PointElement);

/** Both schools over the years, added up; told apart by stroke, not by colour alone. */
export function UsageChart({
  byYear,
  currency,
  overtakes,
}: {
  byYear: readonly UsageYear[];
  currency: string;
  overtakes: number | null;
}) {
  const [ink, soft, hair] = [colourNow('text'), colourNow('soft'), colourNow('hairline')];
  const last = byYear.at(-1);
  const line = (values: number[], dash: number[]) => ({
    data: values,
    borderColor: ink,
    borderDash: dash,
    borderWidth: 2,
    pointRadius: 2,
    pointBackgroundColor: ink,
    tension: 0,
  });
  return (
    <Box maxW="720px">
      <Flex gap={5} mb={1} color="soft" fontSize="s">
        <span>—— agency</span>
        <span>- - - buy-out</span>
        {overtakes ? <span>they cross in year {overtakes}</span> : null}
      </Flex>
      <Box h="240px">
        <Line
          aria-label={`Added up over ${byYear.length} years: agency ${formatMoney(last?.agencyMinor ?? 0, currency)}, buy-out ${formatMoney(last?.freelanceMinor ?? 0, currency)}`}
          data={{
            labels: byYear.map((y) => `year ${y.year}`),
            datasets: [
              line(
                byYear.map((y) => y.agencyMinor),
                [],
              ),
              line(
                byYear.map((y) => y.freelanceMinor),
                [6, 5],
              ),
            ],
          }}
          options={{
            animation: false,
            responsive: true,
            maintainAspectRatio: false,
            plugins: { legend: { display: false }, tooltip: { enabled: false } },
            scales: {
              x: { ticks: { color: soft }, grid: { color: hair } },
              y: {
                beginAtZero: true,
                ticks: { color: soft, callback: (v) => formatMoney(Math.round(Number(v)), currency), maxTicksLimit: 6 },
                grid: { color: hair },
              },
            },
          }}
        />
      </Box>
    </Box>
  );
}
