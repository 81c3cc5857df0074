import { CategoryScale, Chart, Filler, LineElement, LinearScale, PointElement } from 'chart.js';
import { Line } from 'react-chartjs-2';
import { Box } from '@chakra-ui/react';
import { colourNow } from '../../ui/colourNow.ts';

Chart.register(CategoryScale, LinearScale, LineElement, PointElement, Filler);

/** How likely the day has wrapped by each hour. */
export function OddsChart({
  curve,
  byMin,
  say,
}: {
  curve: readonly number[];
  byMin: number;
  say: (m: number) => string;
}) {
  const points = curve.map((x, i) => ({ x, y: i * 5 }));
  const [ink, soft, hair] = [colourNow('text'), colourNow('soft'), colourNow('hairline')];
  return (
    <Box h="220px" maxW="720px">
      <Line
        aria-label={`Share of days that have wrapped: half by ${say(curve[10] ?? 0)}, 95 % by ${say(curve[19] ?? 0)}`}
        data={{
          datasets: [
            {
              data: points,
              borderColor: ink,
              backgroundColor: `${soft}33`,
              borderWidth: 2,
              pointRadius: 0,
              fill: true,
              tension: 0.2,
            },
            {
              data: [
                { x: byMin, y: 0 },
                { x: byMin, y: 100 },
              ],
              borderColor: soft,
              borderDash: [4, 4],
              borderWidth: 1,
              pointRadius: 0,
            },
          ],
        }}
        options={{
          animation: false,
          responsive: true,
          maintainAspectRatio: false,
          plugins: { legend: { display: false }, tooltip: { enabled: false } },
          scales: {
            x: {
              type: 'linear',
              ticks: { color: soft, callback: (v) => say(Number(v)), maxTicksLimit: 7, stepSize: 30 },
              grid: { color: hair },
            },
            y: {
              min: 0,
              max: 100,
              ticks: { color: soft, callback: (v) => `${String(v)} %`, stepSize: 25 },
              grid: { color: hair },
            },
          },
        }}
      />
    </Box>
  );
}
