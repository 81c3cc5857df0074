/** A way a camera records: the part of the sensor, and the fastest rate there. */
export interface SensorMode {
  name: string;
  widthMm: number;
  heightMm: number;
  mostFps: number;
  /** Whether it can show a squeezed picture as it will be. */
  squeeze: boolean;
}

/** A class of camera with typical figures. Sizes, rates and draws are of the class, not of any make: a figure of one’s own wins. */
export interface CameraClass {
  key: string;
  name: string;
  modes: readonly SensorMode[];
  nativeEis: readonly number[];
  clipLimitMin: number | null;
  watts: number;
  massKg: number;
  /** Name and flange distance in mm. */
  mount: string;
}

const mode = (name: string, widthMm: number, heightMm: number, mostFps: number, squeeze = false): SensorMode => ({
  name,
  widthMm,
  heightMm,
  mostFps,
  squeeze,
});

export const CAMERA_CLASSES: readonly CameraClass[] = [
  {
    key: 'ff-cinema',
    name: 'full-frame cinema body',
    modes: [mode('full frame 16:9', 35.9, 20.2, 60, true), mode('crop 16:9', 23.9, 13.4, 120)],
    nativeEis: [800, 12_800],
    clipLimitMin: null,
    watts: 18,
    massKg: 1.9,
    mount: 'mirrorless 18 mm',
  },
  {
    key: 's35-cinema',
    name: 'S35 cinema body',
    modes: [mode('S35 16:9', 24.9, 14, 60, true), mode('open gate', 24.9, 18.7, 60, true), mode('HD', 24.9, 14, 150)],
    nativeEis: [800],
    clipLimitMin: null,
    watts: 25,
    massKg: 2.6,
    mount: 'positive lock 52 mm',
  },
  {
    key: 'compact-43',
    name: 'compact 4/3 body',
    modes: [mode('4/3 16:9', 17.3, 9.7, 60), mode('open gate', 17.3, 13, 30, true), mode('HD', 17.3, 9.7, 120)],
    nativeEis: [400, 3200],
    clipLimitMin: 29 + 59 / 60,
    watts: 9,
    massKg: 0.7,
    mount: 'mirrorless 19 mm',
  },
  {
    key: 'photo-hybrid',
    name: 'photo hybrid',
    modes: [mode('full frame 16:9', 35.9, 20.2, 30), mode('crop 16:9', 23.6, 13.3, 120)],
    nativeEis: [640],
    clipLimitMin: 15,
    watts: 7,
    massKg: 0.7,
    mount: 'mirrorless 18 mm',
  },
  {
    key: 'action',
    name: 'action camera',
    modes: [mode('whole sensor', 6.2, 4.6, 120)],
    nativeEis: [400],
    clipLimitMin: null,
    watts: 5,
    massKg: 0.15,
    mount: 'fixed 3 mm',
  },
];
export const classOf = (key: string | null): CameraClass | null => CAMERA_CLASSES.find((c) => c.key === key) ?? null;

/** A kind of recording with its rate for a picture of 3840 × 2160 at 25 frames a second. */
export interface Codec {
  key: string;
  name: string;
  uhd25Mbps: number;
  /** Each frame by itself (data grow with the rate), or groups of them (with its root, about). */
  intra: boolean;
}
export const CODECS: readonly Codec[] = [
  { key: 'long-8', name: 'long-GOP 8-bit', uhd25Mbps: 100, intra: false },
  { key: 'long-10', name: 'long-GOP 10-bit', uhd25Mbps: 150, intra: false },
  { key: 'intra-10', name: 'intra 10-bit 4:2:2', uhd25Mbps: 250, intra: true },
  { key: 'intra-high', name: 'intra 10-bit, high', uhd25Mbps: 500, intra: true },
  { key: 'raw-8', name: 'raw 8:1', uhd25Mbps: 270, intra: true },
  { key: 'raw-5', name: 'raw 5:1', uhd25Mbps: 430, intra: true },
  { key: 'raw-3', name: 'raw 3:1', uhd25Mbps: 720, intra: true },
];
const UHD_PIXELS = 3840 * 2160;

/** Typical data rate of a codec, Mb/s: in proportion to pixels; to frames a second for intra and raw, to their root for long-GOP. */
export function codecRateMbps(codec: Codec, widthPx: number, heightPx: number, fps: number): number {
  const frames = codec.intra ? fps / 25 : Math.sqrt(fps / 25);
  return (codec.uhd25Mbps * widthPx * heightPx * frames) / UHD_PIXELS;
}
