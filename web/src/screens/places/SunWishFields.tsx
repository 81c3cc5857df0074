import { Flex, Input } from '@chakra-ui/react';
import type { SunWish } from '@kavrell/core/places';
import { SKIES, type Sky } from '@kavrell/core/sun';
import { Choice } from '../../ui/Choice.tsx';

type Wish = Omit<SunWish, 'facingBearingDeg'>;
interface Props {
  facing: number;
  setFacing: (deg: number) => void;
  sky: Sky;
  setSky: (sky: Sky) => void;
  wish: Wish;
  setWish: (wish: Wish) => void;
}

/** Where the face looks to, what sky is meant, and from which side and height the sun is wished for. */
export function SunWishFields({ facing, setFacing, sky, setSky, wish, setWish }: Props) {
  return (
    <Flex gap={3} wrap="wrap" align="end" mb={4}>
      <label>
        Face looks to, °
        <Input
          inputMode="numeric"
          style={{ width: 90, display: 'block' }}
          value={facing}
          onChange={(e) => setFacing(Math.min(360, Number(e.target.value.replace(/\D/g, '')) || 0))}
        />
      </label>
      <label>
        Sky
        <Choice style={{ display: 'block', width: 120 }} value={sky} onChange={(e) => setSky(e.target.value as Sky)}>
          {SKIES.map((s) => (
            <option key={s}>{s}</option>
          ))}
        </Choice>
      </label>
      <label>
        Wished
        <Choice
          style={{ display: 'block', width: 130 }}
          value={wish.light ?? ''}
          onChange={(e) => setWish({ ...wish, light: (e.target.value || null) as SunWish['light'] })}
        >
          <option value="back">back-lit</option>
          <option value="side">side-lit</option>
          <option value="front">front-lit</option>
          <option value="">any side</option>
        </Choice>
      </label>
      <label>
        no higher than, °
        <Input
          inputMode="numeric"
          style={{ width: 110, display: 'block' }}
          value={wish.mostAltitudeDeg ?? ''}
          onChange={(e) =>
            setWish({
              ...wish,
              mostAltitudeDeg: e.target.value === '' ? null : Number(e.target.value.replace(/\D/g, '')),
            })
          }
        />
      </label>
    </Flex>
  );
}
