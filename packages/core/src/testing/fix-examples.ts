import { addMarkings } from '../plan/edits/cloth-edits.ts';
import { lockParts, moveParts, standPin, tackParts } from '../plan/edits/part-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { insulated } from './insulated.ts';
import {
  board,
  box,
  clasp,
  crossed,
  fading,
  farBoard,
  fought,
  groundSwitch,
  joinedLights,
  layered,
  longRow,
  magnetBeside,
  oneBare,
  railsSewn,
  reached,
  ring,
  seamOf,
  snapBand,
  spark,
  tailsOf,
  windowed,
  wrongWay,
} from './pieces-to-mend.ts';
import { PlanBuilder, smallLantern, twoRails } from './plan-builder.ts';

/** A piece that a fix mends, and one in which it must not be offered. */
export interface FixExample {
  readonly fix: string;
  readonly rule: string;
  readonly needed: () => Plan;
  /** Where it would do no good, or harm; and why. */
  readonly not: () => Plan;
  readonly why: string;
  /** What it is for is not even found there. */
  readonly isMended?: true;
  /** It moves, turns or exchanges a part: where that is locked it is not offered. All others do as well beside locked parts. */
  readonly changesPart?: true;
}

/** In the order in which fixes are offered. */
export const FIX_EXAMPLES: readonly FixExample[] = [
  {
    fix: 'turn-part',
    rule: 'reversed',
    needed: () => wrongWay().plan,
    not: () =>
      new PlanBuilder('Right', 300, 200)
        .holder(60, 150)
        .light('a', 200, 100)
        .sew('holder.plus', 'a.plus')
        .sew('holder.minus', 'a.minus').plan,
    why: 'it is the right way round',
    isMended: true,
    changesPart: true,
  },
  {
    fix: 'exchange-ends',
    rule: 'reversed',
    needed: () => insulated(wrongWay().plan),
    not: () =>
      new PlanBuilder('Right', 300, 200)
        .holder(60, 150)
        .light('a', 200, 100)
        .sew('holder.plus', 'a.plus')
        .sew('holder.minus', 'a.minus').plan,
    why: 'it is the right way round',
    isMended: true,
  },
  {
    fix: 'let-pin-read',
    rule: 'pin-fight',
    needed: () => insulated(fought().plan),
    not: () => {
      const build = fought();
      return insulated(build.edit(standPin(build.plan, build.part('board').id, 'p1', 'read')).plan);
    },
    why: 'the pin is read',
    isMended: true,
  },
  {
    fix: 'choose-option',
    rule: 'magnet-steel',
    needed: () => magnetBeside(20).plan,
    not: () => {
      const build = magnetBeside(20);
      return build.place('hook-tab', 'tab', 30, 12).edit(lockParts(build.plan, [build.part('s').id], true))
        .plan;
    },
    why: 'the snap is locked',
    changesPart: true,
  },
  {
    fix: 'pair-tails',
    rule: 'tail',
    needed: () => tailsOf(['one', 'two']),
    not: () => tailsOf(['one']),
    why: 'there is no other end',
  },
  {
    fix: 'turn-over',
    rule: 'closure-face',
    needed: () => snapBand('right').plan,
    not: () => {
      const build = snapBand('right');
      for (const name of ['snap ball 1', 'snap socket 1'])
        build.edit(lockParts(build.plan, [build.part(name).id], true));
      return build.plan;
    },
    why: 'both halves are locked',
    changesPart: true,
  },
  {
    fix: 'let-halves-meet',
    rule: 'closure-apart',
    needed: () => {
      const build = snapBand('wrong');
      return build.edit(moveParts(build.plan, [build.part('snap socket 1').id], { x: -35, y: 0 })).plan;
    },
    not: () => {
      const build = snapBand('wrong');
      build.edit(moveParts(build.plan, [build.part('snap socket 1').id], { x: -35, y: 0 }));
      return build.edit(
        lockParts(build.plan, [build.part('snap ball 1').id, build.part('snap socket 1').id], true),
      ).plan;
    },
    why: 'both halves are locked',
    changesPart: true,
  },
  {
    fix: 'bend-legs',
    rule: 'leg-reach',
    needed: () => spark({ pairMm: 9 }),
    not: () => spark({}),
    why: 'the usual loops lie clear of the rim',
    isMended: true,
    changesPart: true,
  },
  {
    fix: 'turn-magnet',
    rule: 'magnet-pole',
    needed: () => clasp({ pole: 0 }).plan,
    not: () => {
      const build = clasp({ pole: 0 });
      return build.edit(
        lockParts(build.plan, [build.part('plus clasp 1').id, build.part('minus clasp 1').id], true),
      ).plan;
    },
    why: 'both magnets are locked',
    changesPart: true,
  },
  {
    fix: 'swap-hole',
    rule: 'upload-pin',
    needed: () =>
      new PlanBuilder('Board', 400, 300)
        .place('board-round', 'board', 100, 150)
        .light('a', 300, 120, 180)
        .sew('board.p0', 'a.plus').plan,
    not: () => {
      const build = new PlanBuilder('Board', 900, 300).place('board-round', 'board', 100, 150);
      for (const [i, pin] of ['p0', 'p1', 'p2', 'p3', 'p4', 'p5', 'p6', 'p7', 'a0', 'a1', 'a2'].entries())
        build.light(`l${i}`, 200 + 60 * i, 60 + 20 * (i % 8), 180).sew(`board.${pin}`, `l${i}.plus`);
      return build.plan;
    },
    why: 'every other pin has its own light',
  },
  {
    fix: 'set-level',
    rule: 'pwm',
    needed: () => fading('p2'),
    not: () => board('board-round').light('a', 550, 100).sew('board.p2', 'a.plus').plan,
    why: 'the pin is fully on',
    isMended: true,
  },
  {
    fix: 'narrow-seam',
    rule: 'seam-wide',
    needed: () => seamOf(60),
    not: () => seamOf(10),
    why: 'there is room for it',
    isMended: true,
  },
  {
    fix: 'move-aside',
    rule: 'gap',
    needed: () => twoRails(3).plan,
    not: () => twoRails(12).plan,
    why: 'they lie far enough apart',
    isMended: true,
  },
  {
    fix: 'change-stitch',
    rule: 'gap',
    needed: () => railsSewn(6, 9),
    not: () => twoRails(2).plan,
    why: 'their envelopes overlap, however short the stitches',
  },
  {
    fix: 'open-ring',
    rule: 'crossing',
    needed: () => ring(true),
    not: () => ring(false),
    why: 'without its thread the net falls apart: it is no ring',
  },
  {
    fix: 'lead-anew',
    rule: 'crossing',
    needed: () => smallLantern().sew('holder.minus', 'left.minus', [[50, 20]]).plan,
    not: () => ring(true),
    why: 'the ring shuts it in: there is no way round',
  },
  {
    fix: 'unpick',
    rule: 'short-net',
    needed: () => smallLantern().sew('left.plus', 'left.minus').plan,
    not: () => smallLantern().sew('left.plus', 'left.minus').sew('right.plus', 'right.minus').plan,
    why: 'two threads join + and −: one alone does not mend it',
  },
  {
    fix: 'sew-missing',
    rule: 'open',
    needed: () => {
      const { plan } = smallLantern();
      const { [Object.keys(plan.runs).at(-1) ?? '']: _gone, ...runs } = plan.runs;
      return { ...plan, runs };
    },
    not: () => new PlanBuilder('Alone').light('a', 100, 100).plan,
    why: 'there is nothing that it could be joined with',
  },
  {
    fix: 'switch-to-plus',
    rule: 'board-ground-switch',
    needed: () => groundSwitch(false),
    not: () => groundSwitch(true),
    why: 'two threads come to one hole of the switch',
  },
  {
    fix: 'move-part',
    rule: 'magnet-steel',
    needed: () => magnetBeside(10).plan,
    not: () => magnetBeside(120).plan,
    why: 'they lie far apart',
    isMended: true,
    changesPart: true,
  },
  {
    fix: 'move-into-reach',
    rule: 'reach',
    needed: () => reached(200, 150, 350, 250),
    not: () => {
      const build = new PlanBuilder('Reach', 400, 300).switch(60, 60).holder(210, 160);
      const nodes = box(205, 155, 215, 165);
      return build.edit(addMarkings(build.plan, [{ use: 'reach', name: 'pocket', closed: true, nodes }]))
        .plan;
    },
    why: 'the holder fills the zone',
    changesPart: true,
  },
  {
    fix: 'more-lines',
    rule: 'voltage-at-board',
    needed: () => farBoard('aaa-holder-2'),
    not: () => farBoard('aaa-holder-1'),
    why: 'of 1.5 V no number of lines makes the volts of a board',
  },
  {
    fix: 'feed-both-ends',
    rule: 'uneven',
    needed: () => longRow(4),
    not: () => longRow(1),
    why: 'one light alone has no other end',
    isMended: true,
  },
  {
    fix: 'add-resistor',
    rule: 'light-load',
    needed: () => oneBare('aaa-holder-2-boost').plan,
    not: () => oneBare('coin-cell-holder', 'sew-on-light').plan,
    why: 'the light brings its own',
    isMended: true,
  },
  {
    fix: 'exchange-kind',
    rule: 'switch-none',
    needed: () => insulated(oneBare('coin-cell-holder', 'sew-on-light').plan),
    not: () => {
      const build = oneBare('coin-cell-holder', 'sew-on-light');
      return insulated(build.edit(lockParts(build.plan, [build.part('holder').id], true)).plan);
    },
    why: 'its holder is locked',
    changesPart: true,
  },
  {
    fix: 'split-piece',
    rule: 'thread-long',
    needed: () => joinedLights(840),
    not: () => joinedLights(240),
    why: 'the thread is no longer than an arm',
    isMended: true,
  },
  {
    fix: 'hold-down',
    rule: 'hold-down',
    needed: () => new PlanBuilder('Tab').place('hook-tab', 'tab', 100, 100).plan,
    not: () => {
      const build = new PlanBuilder('Tab').place('hook-tab', 'tab', 100, 100);
      return build.edit(tackParts(build.plan, [build.part('tab').id], true)).plan;
    },
    why: 'it is tacked down',
    isMended: true,
  },
  {
    fix: 'enlarge-patch',
    rule: 'patch',
    needed: () => crossed({ lengthMm: 6, at: { x: 150, y: 100 } }),
    not: () => crossed({ lengthMm: 12, at: { x: 150, y: 100 } }),
    why: 'it is large enough',
    isMended: true,
  },
  {
    fix: 'add-patch',
    rule: 'crossing',
    needed: () => crossed(null),
    not: () => ({ ...crossed(null), habits: { ...crossed(null).habits, crossings: 'never' } }),
    why: 'its maker never crosses lines',
  },
  {
    fix: 'cut-window',
    rule: 'layer-window',
    needed: () => layered({ fastened: 'comes-off' }),
    not: () => windowed({ x: 0, y: 0 }),
    why: 'each light has its window',
    isMended: true,
  },
  {
    fix: 'into-window',
    rule: 'layer-window',
    needed: () => windowed({ x: 4, y: 9 }),
    not: () => layered({ fastened: 'comes-off' }),
    why: 'the layer has no window',
    changesPart: true,
  },
  {
    fix: 'loosen-layer',
    rule: 'layer-holder',
    needed: () => layered({ nodes: box(80, 112, 120, 150) }),
    not: () => layered({ nodes: box(80, 112, 120, 150), fastened: 'comes-off' }),
    why: 'it comes off',
    isMended: true,
  },
  {
    fix: 'open-edge',
    rule: 'layer-holder',
    needed: () => layered({ nodes: box(80, 112, 120, 150) }),
    not: () => layered({ nodes: box(80, 112, 120, 150), openEdge: { from: 0, to: 1 } }),
    why: 'it is open at the top',
    isMended: true,
  },
];
