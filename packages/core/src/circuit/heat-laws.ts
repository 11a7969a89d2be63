/**
 * How warm thread, a point and a part become: three balances of what comes in and what goes out, no mesh (handbook section 5). All temperatures in °C,
 * rises in K, lengths in m where a name does not say otherwise.
 */

/** Gravity, m/s², the Stefan–Boltzmann constant, W/(m²·K⁴), and 0 °C in K (SI, CODATA). */
const GRAVITY = 9.81;
const STEFAN_BOLTZMANN = 5.670374e-8;
const ZERO_C = 273.15;

/** Of thread and cloth (handbook: 0.8 to 0.9). */
const EMISSIVITY = 0.85;
/** Prandtl number of air (textbook). */
const PRANDTL = 0.71;

/** What conducts heat, W/(m·K): the steel of thread and the skin below it (memory of handbooks). */
const STEEL_CONDUCTS = 16;
const SKIN_CONDUCTS = 0.37;
/** So much of a thread's round section is metal (assumption: twisted yarn). */
const METAL_SHARE = 0.5;
/** Into the skin heat spreads to this distance from a thread, m (handbook figure). */
const SKIN_REACH_M = 0.02;
/** What thread under a layer or between two gives off, W/(m·K): 0.7 mm cloth as a fin (handbook figure). */
const COVERED_LOSS = 0.05;
/** From the surface of a part or of cloth to still air, radiation included, W/(m²·K) (textbook: 8 to 12). */
const SURFACE_LOSS = 10;
/** Cloth carries the heat of a point no further than this, m (assumption, handbook section 5). */
const DISC_M = 0.002;

/** How a thing lies: open to the air, under a layer or between two, or on skin. */
export type Lying = 'open' | 'covered' | 'skin';

/** Air at a temperature, K: conductivity W/(m·K) and kinematic viscosity m²/s, powers fitted to a textbook's table (memory). */
function air(kelvin: number): { readonly conducts: number; readonly viscosity: number } {
  return {
    conducts: 0.0257 * (kelvin / 293) ** 0.8,
    viscosity: 1.51e-5 * (kelvin / 293) ** 1.7,
  };
}

/**
 * What a bare thread gives off to still air, W/(m·K): free convection round a thin lying cylinder (Churchill and Chu 1975, from memory) and
 * radiation.
 */
export function bareLoss(diameterM: number, riseK: number, aroundC: number): number {
  const around = aroundC + ZERO_C;
  const surface = around + riseK;
  const film = (around + surface) / 2;
  const { conducts, viscosity } = air(film);
  const rayleigh = (GRAVITY * riseK * diameterM ** 3 * PRANDTL) / (film * viscosity ** 2);
  const nusselt =
    (0.6 + (0.387 * rayleigh ** (1 / 6)) / (1 + (0.559 / PRANDTL) ** (9 / 16)) ** (8 / 27)) ** 2;
  const convects = (nusselt * conducts) / diameterM;
  const radiates = EMISSIVITY * STEFAN_BOLTZMANN * (surface ** 2 + around ** 2) * (surface + around);
  return (convects + radiates) * Math.PI * diameterM;
}

function threadLoss(diameterM: number, riseK: number, aroundC: number, lying: Lying): number {
  if (lying === 'covered') return COVERED_LOSS;
  const bare = bareLoss(diameterM, riseK, aroundC);
  return lying === 'skin' ? bare + (Math.PI * SKIN_CONDUCTS) / Math.log(SKIN_REACH_M / diameterM) : bare;
}

/** How warm a thread of a diameter, mm, becomes that takes so many watts on each centimetre. */
export function threadC(wattPerCm: number, diameterMm: number, aroundC: number, lying: Lying): number {
  const watt = wattPerCm * 100;
  return aroundC + riseWhere((rise) => rise * threadLoss(diameterMm / 1000, rise, aroundC, lying) - watt);
}

/** How warm a point becomes that takes so many watts: a contact, a place where threads touch, a loose loop, on thread of a diameter, mm. */
export function pointC(watt: number, diameterMm: number, aroundC: number, lying: Lying): number {
  const diameterM = diameterMm / 1000;
  const area = (METAL_SHARE * Math.PI * diameterM ** 2) / 4;
  const disc = SURFACE_LOSS * 2 * Math.PI * DISC_M ** 2;
  const skin = lying === 'skin' ? 4 * SKIN_CONDUCTS * DISC_M : 0;
  return (
    aroundC +
    riseWhere((rise) => {
      const alongThread = 2 * Math.sqrt(threadLoss(diameterM, rise, aroundC, lying) * STEEL_CONDUCTS * area);
      return rise * (alongThread + disc + skin) - watt;
    })
  );
}

/** How warm a part becomes that loses so many watts inside, by the area of its two faces, mm² each. */
export function partC(watt: number, faceMm2: number, aroundC: number, lying: Lying): number {
  const area = faceMm2 / 1e6;
  const skin = lying === 'skin' ? 4 * SKIN_CONDUCTS * Math.sqrt(area / Math.PI) : 0;
  return aroundC + watt / (2 * SURFACE_LOSS * area + skin);
}

/** More than any thread bears, K. */
const MOST_RISE_K = 5000;
const HALVINGS = 50;

/** The rise at which what goes out is what comes in; `excess` grows with it. */
function riseWhere(excess: (rise: number) => number): number {
  let [low, high] = [0, MOST_RISE_K];
  for (let i = 0; i < HALVINGS; i += 1) {
    const rise = (low + high) / 2;
    if (excess(rise) > 0) high = rise;
    else low = rise;
  }
  return (low + high) / 2;
}
