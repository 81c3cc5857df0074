/** Air at 15 °C, kg/m³; drag of a flat plate; gravity, m/s²; margin against tipping. */
const AIR = 1.225;
const DRAG = 1.2;
const GRAVITY = 9.81;
const SAFETY = 1.5;

export interface WindLoad {
  forceN: number;
  momentNm: number;
  /** Ballast to add at the foot, kg; 0 when it stands. */
  ballastKg: number;
  /** Gust at which it would just stand as it is. */
  limitMps: number;
}

/**
 * Whether a stand with something flat on it stands in a gust: F = ½·ρ·c·A·v² at the height of its middle, against its weight
 * on the nearest tipping line (R·cos(π/n) for n legs), with a margin of 1.5. Source: drag of a flat plate, statics.
 */
export function windLoad({
  areaM2,
  heightM,
  windMps,
  massKg,
  baseRadiusM,
  legs = 3,
}: {
  areaM2: number;
  heightM: number;
  windMps: number;
  massKg: number;
  baseRadiusM: number;
  legs?: number | undefined;
}): WindLoad {
  const pressure = 0.5 * AIR * DRAG;
  const forceN = pressure * areaM2 * windMps ** 2;
  const momentNm = forceN * heightM;
  const armM = baseRadiusM * Math.cos(Math.PI / legs);
  const neededKg = (SAFETY * momentNm) / (GRAVITY * armM);
  const limitMps = Math.sqrt((massKg * GRAVITY * armM) / (SAFETY * pressure * areaM2 * heightM));
  return { forceN, momentNm, ballastKg: Math.max(0, neededKg - massKg), limitMps };
}
