/** Lit pieces that come with Sashiko to begin from: of every family of pieces one. They are fetched when the list is opened. */

/** A piece to begin from. */
export interface Start {
  readonly id: string;
  /** What sort of piece it is. */
  readonly family: string;
  /** Its plan file. */
  load(): Promise<string>;
}

type Text = { readonly default: string };

/** An entry of the list below. */
const start = (id: string, family: string, file: () => Promise<Text>): Start => ({
  id,
  family,
  load: async () => (await file()).default,
});

/** In the order of the list; each is fetched when it is looked at. */
export const STARTS: readonly Start[] = [
  start('kite', 'a decoration with openings', () => import('../../../../starts/start-kite.sashiko.json?raw')),
  start('planets', 'a hoop', () => import('../../../../starts/start-planets.sashiko.json?raw')),
  start('ankle-band', 'a band', () => import('../../../../starts/start-ankle-band.sashiko.json?raw')),
  start('glow-worm', 'a soft figure', () => import('../../../../starts/start-glow-worm.sashiko.json?raw')),
  start('market-bag', 'a bag front', () => import('../../../../starts/start-market-bag.sashiko.json?raw')),
  start(
    'crossing-mitten',
    'a mitten',
    () => import('../../../../starts/start-crossing-mitten.sashiko.json?raw'),
  ),
  start('dog-coat', 'a coat', () => import('../../../../demo/night-walk-dog-coat.sashiko.json?raw')),
];
