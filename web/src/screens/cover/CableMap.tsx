import { Box } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { CABLE_STATE_WORDS, type Cable } from '@kavrell/core/cover';
import { wordsOf } from '../../platform/api.ts';

interface Drawn {
  widthPx: number;
  heightPx: number;
  nodes: { name: string; x: number; y: number; widthPx: number }[];
  threads: { id: string; label: string; path: string; at: { x: number; y: number }; isLaid: boolean }[];
}

const NODE_PX = 30;
const LETTER_PX = 7.4;
const MOST_PX = 220;

/** Where each thing stands and each thread goes: left to right, as the signal does. The library that lays it out is fetched on demand. */
async function drawn(cables: readonly Cable[]): Promise<Drawn> {
  const { Graph, layout } = await import('@dagrejs/dagre');
  const graph = new Graph({ multigraph: true });
  graph.setGraph({ rankdir: 'LR', nodesep: 14, ranksep: 90, marginx: 8, marginy: 8 });
  graph.setDefaultEdgeLabel(() => ({}));
  const names = [...new Set(cables.flatMap((c) => [c.fromWhat, c.toWhat]))];
  for (const name of names)
    graph.setNode(name, { width: Math.min(MOST_PX, name.length * LETTER_PX + 20), height: NODE_PX });
  for (const c of cables) graph.setEdge(c.fromWhat, c.toWhat, { width: 34, height: 16 }, c.id);
  layout(graph);
  const size = graph.graph() as { width?: number; height?: number };
  return {
    ...{ widthPx: size.width ?? 0, heightPx: size.height ?? 0 },
    nodes: names.map((name) => {
      const node = graph.node(name) as { x: number; y: number; width: number };
      return { name, x: node.x, y: node.y, widthPx: node.width };
    }),
    threads: cables.map((c) => {
      const edge = graph.edge(c.fromWhat, c.toWhat, c.id) as {
        points: { x: number; y: number }[];
        x?: number;
        y?: number;
      };
      const [first, ...rest] = edge.points;
      const middle = edge.points[Math.floor(edge.points.length / 2)];
      return {
        ...{ id: c.id, label: c.label, isLaid: c.state === 'laid' || c.state === 'tested' },
        path: `M${first?.x ?? 0},${first?.y ?? 0} ${rest.map((p) => `L${p.x},${p.y}`).join(' ')}`,
        at: { x: edge.x ?? middle?.x ?? 0, y: edge.y ?? middle?.y ?? 0 },
      };
    }),
  };
}

/** What is plugged where, drawn: things tied by threads with their labels; a thread that is not laid yet is dashed. */
export function CableMap({ cables }: { cables: readonly Cable[] }) {
  const [map, setMap] = useState<Drawn | null>(null);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    let gone = false;
    drawn(cables).then(
      (made) => {
        if (!gone) setMap(made);
      },
      (error: unknown) => {
        if (!gone) setProblem(wordsOf(error));
      },
    );
    return () => {
      gone = true;
    };
  }, [cables]);
  if (problem) return <Box color="soft">The map can’t be drawn just now: {problem}</Box>;
  if (!map) return <Box color="soft">Drawing what is plugged where …</Box>;
  return (
    <Box overflowX="auto" mb={4} data-cable-map>
      <svg
        width={map.widthPx}
        height={map.heightPx}
        viewBox={`0 0 ${map.widthPx} ${map.heightPx}`}
        role="img"
        aria-label={cables
          .map((c) => `${c.label}: ${c.fromWhat} to ${c.toWhat}, ${CABLE_STATE_WORDS[c.state]}`)
          .join('. ')}
        fontSize="13"
      >
        {map.threads.map((t) => (
          <path
            key={t.id}
            d={t.path}
            fill="none"
            stroke="var(--chakra-colors-text)"
            strokeWidth="1.5"
            strokeDasharray={t.isLaid ? undefined : '4 4'}
          />
        ))}
        {map.threads.map((t) => (
          <g key={t.id}>
            <rect x={t.at.x - 17} y={t.at.y - 9} width="34" height="18" fill="var(--chakra-colors-page)" />
            <text x={t.at.x} y={t.at.y + 4} textAnchor="middle" fill="var(--chakra-colors-text)" fontSize="12">
              {t.label}
            </text>
          </g>
        ))}
        {map.nodes.map((n) => (
          <g key={n.name}>
            <rect
              x={n.x - n.widthPx / 2}
              y={n.y - NODE_PX / 2}
              width={n.widthPx}
              height={NODE_PX}
              rx="3"
              fill="var(--chakra-colors-raised)"
              stroke="var(--chakra-colors-edge)"
            />
            <text x={n.x} y={n.y + 4.5} textAnchor="middle" fill="var(--chakra-colors-text)">
              <title>{n.name}</title>
              {n.name.length * LETTER_PX + 20 > MOST_PX ? `${n.name.slice(0, 26)}…` : n.name}
            </text>
          </g>
        ))}
      </svg>
    </Box>
  );
}
