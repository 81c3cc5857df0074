import { Box, Flex } from '@chakra-ui/react';
import { useKeptView } from '../../platform/kept.ts';
import { useKeysOf } from '../../platform/keys.ts';
import { Views } from '../../ui/Views.tsx';
import { AirView } from './AirView.tsx';
import { BodiesView } from './BodiesView.tsx';
import { ExposureView } from './ExposureView.tsx';
import { FaultsView } from '../../shared/sound/FaultsView.tsx';
import { LensesView } from './LensesView.tsx';
import { PatchView } from './PatchView.tsx';
import { PrompterView } from './PrompterView.tsx';
import { SettingsView } from './SettingsView.tsx';
import { WalkPast } from './WalkPast.tsx';

const VIEWS = [
  ['settings', 'Settings'],
  ['walk', 'Walk past'],
  ['exposure', 'Exposure'],
  ['lenses', 'Lenses, fit'],
  ['sound', 'Sound'],
  ['air', 'Air, pictures'],
  ['prompter', 'Prompter'],
  ['faults', 'Faults'],
  ['bodies', 'Bodies'],
] as const;
type View = (typeof VIEWS)[number][0];
const KEYS = [
  { keys: 'Enter', does: 'edit the chosen setting' },
  { keys: '/', does: 'find a shot or a camera' },
];
const SCREENS: Readonly<Record<View, () => React.ReactNode>> = {
  settings: SettingsView,
  walk: WalkPast,
  exposure: ExposureView,
  lenses: LensesView,
  sound: PatchView,
  air: AirView,
  prompter: PrompterView,
  faults: FaultsView,
  bodies: BodiesView,
};

/** Cameras whose settings agree, what a shot’s exposure costs, lenses that fit, and sound that arrives. */
export function CameraScreen() {
  const [view, setView] = useKeptView('camera', VIEWS);
  useKeysOf('Camera', KEYS);
  const Open = SCREENS[view];
  return (
    <>
      <Flex align="center" gap={2} wrap="wrap" mb={3}>
        <Box as="h1" fontSize="xl" mr={2}>
          Camera
        </Box>
        <Flex ml="auto" gap={2} wrap="wrap">
          <Views label="Camera" views={VIEWS} open={view} onOpen={setView} />
        </Flex>
      </Flex>
      <Open />
    </>
  );
}
