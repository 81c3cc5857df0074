import { Box } from '@chakra-ui/react';
import { Component, Suspense, lazy, type ReactNode } from 'react';
import { VanPicture, type VanPictureProps } from './VanPicture.tsx';

const Van3d = lazy(() => import('./Van3d.tsx').then((m) => ({ default: m.Van3d })));

let can: boolean | undefined;
/** Whether this browser draws in three dimensions; asked once. */
function drawsSolids(): boolean {
  can ??= document.createElement('canvas').getContext('webgl2') !== null;
  return can;
}

/** Where it fails after all (a lost context, no memory), the drawn picture stands instead. */
class Drawn extends Component<{ instead: ReactNode; children: ReactNode }, { failed: boolean }> {
  override state = { failed: false };
  static getDerivedStateFromError() {
    return { failed: true };
  }
  override render() {
    return this.state.failed ? this.props.instead : this.props.children;
  }
}

/** A loaded hold: solid where the browser can, drawn where it can’t, the same pieces in both. */
export function VanScene(props: VanPictureProps) {
  const drawn = <VanPicture {...props} />;
  if (!drawsSolids()) return drawn;
  return (
    <Drawn instead={drawn}>
      <Suspense fallback={drawn}>
        <Box h="46vh" minH="260px" mb={3} role="img" aria-label={props.words} data-solid>
          <Van3d {...props} />
        </Box>
      </Suspense>
    </Drawn>
  );
}
