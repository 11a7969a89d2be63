/**
 * Lit, dark or the wrong way round: written down by hand first, by the volts that lights want (handbook section 5: red about 2 V, white and blue about
 * 3 V), and held to in Light, hours and Check alike. Every sort of light and of source is lit once and dark once.
 */
import { describe, expect, test } from 'vitest';
import { howLong } from '../circuit/how-long.ts';
import { whyDark } from '../circuit/why-dark.ts';
import { lightStates } from '../circuit/will-it-light.ts';
import { expectOk } from '../errors/problem.ts';
import { placePair, setLevel } from '../plan/edits/part-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { checkPlan } from './check-plan.ts';
import { currentsOf } from './currents.ts';

type Case = readonly [
  title: string,
  /** `name kind colour`, or `name=other kind` for two halves; `name kind ohm=100`. */
  parts: string,
  /** `h+ a+`: from the + of h to the + of a; `b.p3 a+`: from a terminal by its name. */
  threads: string,
  /** `a lit`, `a dark`, `a reversed`; `a2` is the second light of a part. */
  wanted: string,
  /** `b.p3=0`. */
  levels?: string,
];

const COIN = 'h coin-cell-holder';
const TWO = 'h aaa-holder-2';
const LIFTED = 'h aaa-holder-2-boost';
const PACK = 'h power-board';
const SIDE = 'h+ a+, h- a-';
const BOARD = 'h+ b.supply, h- b.ground';

const CASES: readonly Case[] = [
  ['coin, sew-on red', `${COIN}; a sew-on-light red`, SIDE, 'a lit'],
  ['coin, sew-on white', `${COIN}; a sew-on-light white`, SIDE, 'a lit'],
  ['coin, bare red', `${COIN}; a bare-leg-light-5 red`, SIDE, 'a lit'],
  ['coin, small bare blue', `${COIN}; a bare-leg-light-3 blue`, SIDE, 'a lit'],
  ['coin, flashing', `${COIN}; a bare-leg-light-flashing red`, SIDE, 'a lit'],
  [
    'coin, both colours of two',
    `${COIN}; a bare-leg-light-two-colour`,
    'h+ a.plus-red, h+ a.plus-green, h- a-',
    'a lit, a2 lit',
  ],
  [
    'coin, one colour of two',
    `${COIN}; a bare-leg-light-two-colour`,
    'h+ a.plus-green, h- a-',
    'a dark, a2 lit',
  ],
  ['switched coin holder', 'h coin-cell-holder-switched; a sew-on-light red', SIDE, 'a lit'],
  ['holder with an eye', 'h coin-cell-holder-light-sensing; a sew-on-light red', SIDE, 'a lit'],
  ['three-hole coin holder', 'h coin-cell-holder-three-hole; a sew-on-light amber', SIDE, 'a lit'],
  ['miniature coin holder', 'h coin-cell-holder-miniature; a sew-on-light yellow', SIDE, 'a lit'],
  ['a cell between two magnets', 'h=g cell-clasp-plus; a sew-on-light red', 'h.metal a+, g.face a-', 'a lit'],
  ['one AAA cell, red', 'h aaa-holder-1; a bare-leg-light-5 red', SIDE, 'a dark'],
  ['one AAA cell, white', 'h aaa-holder-1; a sew-on-light white', SIDE, 'a dark'],
  [
    'one AAA cell, two colours',
    'h aaa-holder-1; a bare-leg-light-two-colour',
    'h+ a.plus-red, h+ a.plus-green, h- a-',
    'a dark, a2 dark',
  ],
  ['one AAA cell, flashing blue', 'h aaa-holder-1; a bare-leg-light-flashing blue', SIDE, 'a dark'],
  ['one AAA cell lifted, white', 'h aaa-holder-1-boost; a sew-on-light white', SIDE, 'a lit'],
  ['two AAA cells, red', `${TWO}; a sew-on-light red`, SIDE, 'a lit'],
  ['two AAA cells, bare white', `${TWO}; a bare-leg-light-5 white`, SIDE, 'a lit'],
  ['two AAA cells lifted, blue', `${LIFTED}; a sew-on-light blue`, SIDE, 'a lit'],
  ['pack, pink', `${PACK}; a sew-on-light pink`, SIDE, 'a lit'],
  ['wired box, amber', 'h wired-box; a sew-on-light amber', SIDE, 'a lit'],
  ['coin, red turned', `${COIN}; a bare-leg-light-5 red`, 'h+ a-, h- a+', 'a reversed'],
  ['two AAA cells, white turned', `${TWO}; a sew-on-light white`, 'h+ a-, h- a+', 'a reversed'],
  ['lifted, flashing turned', `${LIFTED}; a bare-leg-light-flashing red`, 'h+ a-, h- a+', 'a reversed'],
  [
    'one AAA cell, red turned: wrong and too few volts',
    'h aaa-holder-1; a sew-on-light red',
    'h+ a-, h- a+',
    'a reversed',
  ],
  [
    'one right, one turned',
    `${COIN}; a sew-on-light red; b sew-on-light red`,
    `${SIDE}, h+ b-, h- b+`,
    'a lit, b reversed',
  ],
  [
    'a holder turned',
    `${COIN}; a sew-on-light red; b sew-on-light red`,
    'h- a+, h+ a-, h- b+, h+ b-',
    'a reversed, b reversed',
  ],
  [
    'two side by side',
    `${COIN}; a sew-on-light red; b sew-on-light red`,
    `${SIDE}, a+ b+, a- b-`,
    'a lit, b lit',
  ],
  [
    'red takes what blue wants',
    `${COIN}; a bare-leg-light-5 red; b bare-leg-light-5 blue`,
    `${SIDE}, h+ b+, h- b-`,
    'a lit, b dark',
  ],
  [
    'two in a row on 3 V',
    `${COIN}; a sew-on-light red; b sew-on-light red`,
    'h+ a+, a- b+, b- h-',
    'a dark, b dark',
  ],
  [
    'two in a row on 5 V',
    `${LIFTED}; a sew-on-light red; b sew-on-light red`,
    'h+ a+, a- b+, b- h-',
    'a lit, b lit',
  ],
  [
    'four in a row on 5 V',
    `${LIFTED}; a sew-on-light red; b sew-on-light red; c sew-on-light red; d sew-on-light red`,
    'h+ a+, a- b+, b- c+, c- d+, d- h-',
    'a dark, b dark, c dark, d dark',
  ],
  [
    'two in a row on 5 V, one turned',
    `${LIFTED}; a sew-on-light red; b sew-on-light red`,
    'h+ a+, a- b-, b+ h-',
    'a dark, b reversed',
  ],
  [
    'two in a row on two cells in a row',
    'h coin-cell-holder; g coin-cell-holder; a sew-on-light red; b sew-on-light red',
    'h- g+, h+ a+, a- b+, b- g-',
    'a lit, b lit',
  ],
  ['+ only', `${COIN}; a sew-on-light red`, 'h+ a+', 'a dark'],
  ['− only', `${COIN}; a bare-leg-light-3 red`, 'h- a-', 'a dark'],
  ['no holder', 'a sew-on-light red; b sew-on-light red', 'a+ b+, a- b-', 'a dark, b dark'],
  ['a thread over both ends', `${COIN}; a sew-on-light red`, `${SIDE}, a+ a-`, 'a dark'],
  [
    'both ends on +',
    `${COIN}; s slide-switch; a sew-on-light red; b sew-on-light red`,
    'h+ b+, h- b-, h+ s.a, s.b a+, h+ a-',
    'a reversed, b lit',
  ],
  [
    '+ of one, − of another that share nothing',
    'h coin-cell-holder; g coin-cell-holder; a sew-on-light red',
    'h+ a+, g- a-',
    'a dark',
  ],
  [
    'two holders, a light each',
    'h coin-cell-holder; g aaa-holder-2; a sew-on-light red; b sew-on-light white',
    'h+ a+, h- a-, g+ b+, g- b-',
    'a lit, b lit',
  ],
  [
    'two holders with one −',
    'h coin-cell-holder; g aaa-holder-2; a sew-on-light red; b sew-on-light white',
    'h+ a+, h- a-, g+ b+, g- b-, h- g-',
    'a lit, b lit',
  ],
  [
    'two holders in a row',
    'h coin-cell-holder; g coin-cell-holder; a sew-on-light white',
    'h- g+, h+ a+, g- a-',
    'a lit',
  ],
  [
    'two holders against each other',
    'h coin-cell-holder; g coin-cell-holder; a sew-on-light red',
    'h+ g+, h- a+, g- a-',
    'a dark',
  ],
  ['a slide switch', `${COIN}; s slide-switch; a sew-on-light red`, 'h+ s.a, s.b a+, h- a-', 'a lit'],
  ['a switch in a line', `${COIN}; s in-line-switch; a sew-on-light red`, 'h+ a+, a- s.a, s.b h-', 'a lit'],
  ['a magnet switch', `${COIN}; s=m magnetic-switch; a sew-on-light red`, 'h+ s.a, s.b a+, h- a-', 'a lit'],
  ['two snaps', `${COIN}; s=t snap-ball; a sew-on-light red`, 'h+ s.metal, t.metal a+, h- a-', 'a lit'],
  [
    'two snaps that do not belong together',
    `${COIN}; s snap-ball; t snap-ball; a sew-on-light red`,
    'h+ s.metal, t.metal a+, h- a-',
    'a dark',
  ],
  [
    'two tails that are tied',
    `${COIN}; s=t thread-tail; a sew-on-light red`,
    'h+ s.tail, t.tail a+, h- a-',
    'a lit',
  ],
  [
    'in a row with a sensor',
    `${LIFTED}; t sensor-touch; a bare-leg-light-5 red`,
    'h+ a+, a- t+, t- h-',
    'a lit',
  ],
  [
    'in a row with a buzzer that comes first',
    `${LIFTED}; t buzzer; a bare-leg-light-5 red`,
    'h+ t+, t- a+, a- h-',
    'a lit',
  ],
  ['a resistor', `${PACK}; r resistor ohm=100; a bare-leg-light-5 red`, 'h+ r.a, r.b a+, h- a-', 'a lit'],
  [
    'much too large a resistor',
    `${COIN}; r resistor ohm=47000; a bare-leg-light-5 red`,
    'h+ r.a, r.b a+, h- a-',
    'a dark',
  ],
  [
    'a pin that is on',
    `${TWO}; b board-round; a sew-on-light red`,
    `${BOARD}, b.p3 a+, a- b.ground`,
    'a lit',
  ],
  [
    'a pin that is off',
    `${TWO}; b board-round; a sew-on-light red`,
    `${BOARD}, b.p3 a+, a- b.ground`,
    'a dark',
    'b.p3=0',
  ],
  [
    'a pin that fades',
    `${TWO}; b board-round; a sew-on-light red`,
    `${BOARD}, b.p3 a+, a- b.ground`,
    'a lit',
    'b.p3=0.2',
  ],
  [
    'turned on a pin',
    `${TWO}; b board-round; a sew-on-light red`,
    `${BOARD}, b.p3 a-, a+ b.ground`,
    'a reversed',
  ],
  [
    'from + to a pin that is off',
    `${TWO}; b board-round; a sew-on-light red`,
    `${BOARD}, h+ a+, a- b.p3`,
    'a lit',
    'b.p3=0',
  ],
  [
    'from + to a pin that is on',
    `${TWO}; b board-round; a sew-on-light red`,
    `${BOARD}, h+ a+, a- b.p3`,
    'a dark',
  ],
  [
    'from + to a pin that fades',
    `${TWO}; b board-round; a sew-on-light red`,
    `${BOARD}, h+ a+, a- b.p3`,
    'a lit',
    'b.p3=0.5',
  ],
  [
    'turned from + to a pin',
    `${TWO}; b board-round; a sew-on-light red`,
    `${BOARD}, h+ a-, a+ b.p3`,
    'a reversed',
    'b.p3=0',
  ],
  [
    'from pin to pin',
    `${TWO}; b board-round; a sew-on-light red`,
    `${BOARD}, b.p3 a+, a- b.p4`,
    'a lit',
    'b.p3=1, b.p4=0',
  ],
  [
    'from pin to pin, driven the other way',
    `${TWO}; b board-round; a sew-on-light red`,
    `${BOARD}, b.p3 a+, a- b.p4`,
    'a dark',
    'b.p3=0, b.p4=1',
  ],
  [
    'two between two pins, one each way',
    `${TWO}; b board-round; a sew-on-light red; c sew-on-light red`,
    `${BOARD}, b.p3 a+, a- b.p4, b.p4 c+, c- b.p3`,
    'a lit, c dark',
    'b.p3=1, b.p4=0',
  ],
  [
    'a pin that is sewn to −',
    `${TWO}; b board-round; a sew-on-light red`,
    `${BOARD}, b.p3 a+, a- b.ground, b.p3 b.ground`,
    'a dark',
  ],
  [
    'the steady hole',
    `${LIFTED}; b board-long; a sew-on-light red`,
    `${BOARD}, b.regulated a+, a- b.ground`,
    'a lit',
  ],
  [
    'the steady hole of a pack',
    `${PACK}; b board-long; a sew-on-light white`,
    `${BOARD}, b.regulated a+, a- b.ground`,
    'a lit',
  ],
  [
    'a board on one AAA cell',
    'h aaa-holder-1; b board-small; a sew-on-light red',
    `${BOARD}, b.p1 a+, a- b.ground`,
    'a dark',
  ],
  [
    'a small board on a coin cell',
    `${COIN}; b board-small; a sew-on-light red`,
    `${BOARD}, b.p1 a+, a- b.ground`,
    'a lit',
  ],
  [
    'addressable, told by a board',
    `${LIFTED}; b board-round; a addressable-light; c addressable-light`,
    `${BOARD}, h+ a+, h- a-, h+ c+, h- c-, b.p2 a.in, a.out c.in`,
    'a lit, c lit',
  ],
  ['addressable, told by nobody', `${LIFTED}; a addressable-light`, SIDE, 'a dark'],
  [
    'addressable, on 3 V',
    `${COIN}; b board-small; a addressable-light`,
    `${BOARD}, ${SIDE}, b.p1 a.in`,
    'a dark',
  ],
  [
    'addressable, the second told by nobody',
    `${LIFTED}; b board-round; a addressable-light; c addressable-light`,
    `${BOARD}, h+ a+, h- a-, h+ c+, h- c-, b.p2 a.in`,
    'a lit, c dark',
  ],
  [
    'addressable, against its arrow',
    `${LIFTED}; b board-round; a addressable-light`,
    `${BOARD}, ${SIDE}, b.p2 a.out`,
    'a dark',
  ],
  [
    'addressable, turned',
    `${LIFTED}; b board-round; a addressable-light`,
    `${BOARD}, h+ a-, h- a+, b.p2 a.in`,
    'a reversed',
  ],
  [
    'a strand, told by a board',
    `${LIFTED}; b board-round; a strand-light`,
    `${BOARD}, h+ a.plus, h- a.minus, b.p2 a.in`,
    'a lit',
  ],
  ['a strand, told by nobody', `${LIFTED}; a strand-light`, 'h+ a.plus, h- a.minus', 'a dark'],
];

function built([, parts, threads, , levels]: Case): Plan {
  const build = new PlanBuilder('By hand', 2000, 600);
  let x = 100;
  for (const text of parts.split(';')) {
    const [names = '', kindId = '', more] = text.trim().split(' ');
    const [name = '', other] = names.split('=');
    const extra =
      more === undefined
        ? {}
        : more.includes('=')
          ? { options: { ohm: Number(more.split('=')[1]) } }
          : { colourId: more };
    if (other === undefined) build.place(kindId, name, x, 300, extra);
    else {
      const before = new Set(Object.keys(build.plan.parts));
      build.edit(placePair(build.plan, { kindId, name, at: { x, y: 300 } }, { x: 60, y: 0 }));
      const mate = Object.values(build.plan.parts).find((part) => !before.has(part.id) && part.name !== name);
      if (mate === undefined) throw new RangeError(`${kindId} has no other half`);
      build.plan = { ...build.plan, parts: { ...build.plan.parts, [mate.id]: { ...mate, name: other } } };
    }
    x += 150;
  }
  for (const thread of threads.split(',')) {
    const [from = '', to = ''] = thread
      .trim()
      .split(' ')
      .map((end) => holeOf(build, end));
    build.sew(from, to);
  }
  for (const level of levels?.split(',') ?? []) {
    const [, name = '', pin = '', value = ''] = /^(\w+)\.(\w+)=(.+)$/.exec(level.trim()) ?? [];
    build.edit(setLevel(build.plan, build.part(name).id, pin, Number(value)));
  }
  return insulated(build.plan);
}

function holeOf(build: PlanBuilder, end: string): string {
  const [, name = '', sign, terminal] = /^(\w+)(?:([+-])|\.(.+))$/.exec(end) ?? [];
  const hole = kindOf(build.plan, build.part(name)).holes.find(
    (one) => one.plated && (sign === undefined ? one.terminal === terminal : one.sign === sign),
  );
  if (hole === undefined) throw new RangeError(`no hole ${end}`);
  return `${name}.${hole.id}`;
}

/** What Light, hours and Check say of each light, in the same words. */
function told(plan: Plan): Readonly<Record<string, string>> {
  const currents = currentsOf(plan);
  if (currents === null) throw new RangeError('no answer');
  const { on, apart } = currents;
  const findings = checkPlan(plan).filter(({ state }) => state === undefined);
  const lasting = new Set(
    expectOk(howLong(on, { touchOhm: null })).flatMap(({ partId, isLit }) => (isLit ? [partId] : [])),
  );
  const reasons = new Map(whyDark(on, apart).map((reason) => [reason.lightId, reason]));
  return Object.fromEntries(
    lightStates(on, apart).map(({ id, partId, isLit, fedBy }) => {
      const name = `${on.parts[partId]?.name ?? ''}${id === partId ? '' : id.slice(partId.length + 1)}`;
      const isReversed = findings.some(
        ({ ruleId, partIds }) => ruleId === 'reversed' && partIds.includes(partId),
      );
      if (isLit) {
        expect(
          fedBy.some((source) => lasting.has(source)),
          `${name} has hours`,
        ).toBe(true);
        expect(isReversed, `${name} is no stop`).toBe(false);
        return [name, 'lit'];
      }
      expect(reasons.get(id)?.isDark, `${name} has a reason`).toBe(true);
      expect(reasons.get(id)?.cause === 'reversed', `${name}: ${reasons.get(id)?.text}`).toBe(isReversed);
      return [name, isReversed ? 'reversed' : 'dark'];
    }),
  );
}

describe('written by hand', () => {
  test.each(CASES.map((one) => [one[0], one] as const))('%s', (_title, asked) => {
    const wanted = Object.fromEntries(asked[3].split(',').map((one) => one.trim().split(' ')));
    expect(told(built(asked))).toEqual(wanted);
  });

  test('there are sixty at least, and each sort of light is lit in one and dark in another', () => {
    expect(CASES.length).toBeGreaterThanOrEqual(60);
    const sorts = new Map<string, Set<string>>();
    for (const [, parts, , wanted] of CASES)
      for (const [name = '', how = ''] of wanted.split(',').map((one) => one.trim().split(' '))) {
        const kindId = new RegExp(`(?:^|; )${name.slice(0, 1)} ([\\w-]+)`).exec(parts)?.[1] ?? '';
        sorts.set(kindId, (sorts.get(kindId) ?? new Set()).add(how === 'lit' ? 'lit' : 'dark'));
      }
    expect(sorts.size).toBe(7);
    for (const [kindId, found] of sorts) expect([...found].sort(), kindId).toEqual(['dark', 'lit']);
  });
});
