/** Each rule where it fires, where it just does not, and where the maker accepts it. */
import { describe, expect, test } from 'vitest';
import { applyEdit } from '../plan/edit.ts';
import { changeClothKind } from '../plan/edits/cloth-edits.ts';
import { markPieces } from '../plan/edits/line-edits.ts';
import { setLevel, tackParts } from '../plan/edits/part-edits.ts';
import { acceptFinding, addPatch, changePatch, describeSpool } from '../plan/edits/patch-edits.ts';
import { changeHabits, stateFacts } from '../plan/edits/plan-edits.ts';
import { changeStitching } from '../plan/edits/run-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder, smallLantern, twoRails } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { wishTogether } from '../wishes/wish-edits.ts';
import { checkPlan, openFindings } from './check-plan.ts';
import { CHECK_RULES } from './check-rules.ts';

const severities = (plan: Plan, ruleId: string): readonly string[] =>
  checkPlan(plan)
    .filter((finding) => finding.ruleId === ruleId)
    .map((finding) => finding.severity);

/** A bare light straight from a holder's holes. */
function lit(holderId: string, colourId: string, ends = ['plus', 'minus']): PlanBuilder {
  return new PlanBuilder('Lit', 300, 200)
    .place(holderId, 'holder', 60, 100)
    .place('bare-leg-light-5', 'light', 200, 100, { colourId })
    .sew(`holder.${ends[0]}`, 'light.plus')
    .sew(`holder.${ends[1]}`, 'light.minus', [
      [60, 150],
      [190, 150],
    ]);
}

describe('what touches that should not', () => {
  test('two-pads: a thread over a foreign hole, not one beside it', () => {
    const over = (y: number) =>
      new PlanBuilder('Over', 300, 200)
        .light('a', 40, 100)
        .light('b', 260, 100)
        .light('c', 150, 104)
        .sew('a.plus', 'b.plus', [
          [70, y],
          [230, y],
        ]);
    expect(
      checkPlan(over(104).plan).filter(
        ({ ruleId, message }) => ruleId === 'two-pads' && message.includes('of c'),
      ),
    ).toHaveLength(2);
    expect(severities(over(90).plan, 'two-pads')).toEqual([]);
  });

  test('wrap: a thread between the legs of a bare light, not one round it (common practice, no source)', () => {
    const past = (y: number) =>
      new PlanBuilder('Wrap', 300, 200)
        .light('a', 150, 30, 90)
        .light('b', 150, 170, 90)
        .bareLight('owl', 150, y)
        .sew('a.plus', 'b.plus');
    const at = past(100).hole('a.plus');
    expect(at.holeId).toBe('plus');
    expect(severities(past(100).plan, 'wrap')).toEqual(['stop']);
    const round = new PlanBuilder('Round', 300, 200)
      .light('a', 150, 30, 90)
      .light('b', 150, 170, 90)
      .bareLight('owl', 150, 100)
      .sew('a.plus', 'b.plus', [[190, 100]]);
    expect(severities(round.plan, 'wrap')).toEqual([]);
    // The thread of the light itself that leaves outward is no wrap.
    expect(severities(smallBare().plan, 'wrap')).toEqual([]);
  });

  test('switch-bypassed: thread round a switch', () => {
    const build = smallLantern();
    expect(severities(build.plan, 'switch-bypassed')).toEqual([]);
    expect(severities(build.sew('switch.a', 'holder.plus').plan, 'switch-bypassed')).toEqual(['stop']);
  });

  test('supplies-merged: the + of two holders on one thread; their − may be joined', () => {
    const two = () => new PlanBuilder('Two', 300, 200).holder(60, 60).holder(200, 60, 0, 'other');
    expect(severities(two().sew('holder.minus', 'other.minus').plan, 'supplies-merged')).toEqual([]);
    expect(severities(two().sew('holder.plus', 'other.plus').plan, 'supplies-merged')).toEqual(['stop']);
    // Of three, each is told with the first: two findings, not one for every two of them.
    const three = two()
      .holder(200, 140, 0, 'third')
      .sew('holder.plus', 'other.plus')
      .sew('other.plus', 'third.plus');
    expect(severities(three.plan, 'supplies-merged')).toEqual(['stop', 'stop']);
    // Two cells one after the other are no merge.
    expect(severities(two().sew('holder.plus', 'other.minus').plan, 'supplies-merged')).toEqual([]);
  });

  test('joined-too-much: only against the maker’s own wishes', () => {
    const build = smallLantern();
    expect(severities(build.plan, 'joined-too-much')).toEqual([]);
    build.switch(150, 90, 0, 'second');
    build.edit(wishTogether(build.plan, build.hole('second.a'), build.hole('second.b')));
    build.sew('second.a', 'right.plus');
    expect(severities(build.plan, 'joined-too-much')).toEqual(['stop']);
  });

  test('patch: it takes the crossing away when it is large enough', () => {
    const build = new PlanBuilder('Cross', 300, 200)
      .light('a', 30, 100)
      .light('b', 270, 100)
      .light('c', 150, 30, 90)
      .light('d', 150, 170, 90)
      .sew('a.plus', 'b.minus')
      .sew('c.plus', 'd.minus');
    const [under, over] = Object.keys(build.plan.runs) as [string, string];
    expect(severities(build.plan, 'crossing')).toEqual(['stop']);
    const patch = { at: { x: 150, y: 100 }, turnDeg: 90, underRunId: under, overRunId: over };
    build.edit(addPatch(build.plan, { ...patch, lengthMm: 12, widthMm: 10 }));
    expect(severities(build.plan, 'crossing')).toEqual([]);
    expect(severities(build.plan, 'patch')).toEqual([]);
    const [id] = Object.keys(build.plan.patches) as [string];
    build.edit(changePatch(build.plan, id, { lengthMm: 6 }));
    expect(severities(build.plan, 'patch')).toEqual(['mend']);
    build.edit(changePatch(build.plan, id, { at: { x: 80, y: 40 } }));
    expect(severities(build.plan, 'crossing')).toEqual(['stop']);
    expect(severities(build.plan, 'patch')).toEqual(['mend']);
  });
});

function smallBare(): PlanBuilder {
  return new PlanBuilder('Bare', 300, 200)
    .holder(60, 100)
    .bareLight('owl', 200, 100)
    .sew('holder.plus', 'owl.plus', [
      [60, 40],
      [240, 40],
      [240, 100],
    ]);
}

describe('switches', () => {
  const switched = (side: '+' | '-' | 'both') => {
    const build = new PlanBuilder('Switched', 300, 200)
      .holder(150, 150)
      .switch(60, 100, 90, 'one')
      .switch(240, 100, 90, 'two')
      .light('light', 150, 50);
    if (side === '-') build.sew('holder.plus', 'light.plus');
    else build.sew('holder.plus', 'one.a').sew('one.b', 'light.plus');
    if (side === '+') build.sew('holder.minus', 'light.minus');
    else build.sew('holder.minus', 'two.a').sew('two.b', 'light.minus');
    return build;
  };

  test('switch-both: one side only (common practice, no source)', () => {
    expect(severities(switched('+').plan, 'switch-both')).toEqual([]);
    expect(severities(switched('-').plan, 'switch-both')).toEqual([]);
    expect(severities(switched('both').plan, 'switch-both')).toEqual(['mend']);
  });

  test('board-ground-switch: with a board the + side is switched (common practice, no source)', () => {
    const board = (side: '+' | '-') => {
      const build = new PlanBuilder('Board', 300, 200)
        .holder(60, 150)
        .switch(150, 150)
        .place('board-small', 'board', 240, 60);
      return side === '+'
        ? build
            .sew('holder.plus', 'switch.a')
            .sew('switch.b', 'board.supply')
            .sew('holder.minus', 'board.ground')
        : build
            .sew('holder.minus', 'switch.a')
            .sew('switch.b', 'board.ground')
            .sew('holder.plus', 'board.supply');
    };
    expect(severities(board('+').plan, 'board-ground-switch')).toEqual([]);
    expect(severities(board('-').plan, 'board-ground-switch')).toEqual(['stop']);
  });
});

describe('lights and what feeds them', () => {
  test('self-sensing: a light beside the sensor, not one 30 mm away', () => {
    const beside = (mm: number) =>
      new PlanBuilder('Dark', 300, 200)
        .place('coin-cell-holder-light-sensing', 'holder', 100, 100)
        .light('light', 112.5 + mm, 94).plan;
    expect(severities(beside(29), 'self-sensing')).toEqual(['mend']);
    expect(severities(beside(31), 'self-sensing')).toEqual([]);
  });
});

describe('boards and data', () => {
  const board = () => new PlanBuilder('Board', 400, 300).place('board-round', 'board', 100, 150);

  test('upload-pin: a light there, not on another pin', () => {
    expect(severities(board().light('a', 300, 100).sew('board.p0', 'a.plus').plan, 'upload-pin')).toEqual([
      'mend',
    ]);
    expect(severities(board().light('a', 300, 100).sew('board.p3', 'a.plus').plan, 'upload-pin')).toEqual([]);
  });

  test('pwm: half brightness only on pins that fade', () => {
    const at = (pin: string, level: number) => {
      const build = board();
      return build.edit(setLevel(build.plan, build.part('board').id, pin, level)).plan;
    };
    expect(severities(at('p2', 0.5), 'pwm')).toEqual(['mend']);
    expect(severities(at('p2', 1), 'pwm')).toEqual([]);
    expect(severities(at('p3', 0.5), 'pwm')).toEqual([]);
  });

  test('data-order: along the arrows (common practice, no source)', () => {
    const chain = (first: string, second: string) =>
      board()
        .place('addressable-light', 'a', 220, 150)
        .place('addressable-light', 'b', 320, 150)
        .sew('board.p3', 'a.in')
        .sew(first, second).plan;
    expect(severities(chain('a.out', 'b.in'), 'data-order')).toEqual([]);
    expect(severities(chain('b.in', 'board.p4'), 'data-order')).toEqual([]);
    // Two senders on one thread.
    expect(severities(chain('a.in', 'b.out'), 'data-order')).toEqual(['stop']);
    const unfed = board()
      .place('addressable-light', 'a', 220, 150)
      .place('addressable-light', 'b', 320, 150)
      .sew('a.in', 'b.in');
    expect(severities(unfed.plan, 'data-order')).toEqual(['stop', 'stop']);
  });

  test('data-supply and data-level: volts of the light and of the one that talks to it', () => {
    const fed = (holderId: string, plus: string, minus: string, other?: string) => {
      const build = board()
        .place(holderId, 'holder', 100, 260)
        .place('addressable-light', 'a', 300, 150)
        .sew(`holder.${plus}`, 'board.supply')
        .sew(`holder.${minus}`, 'board.ground')
        .sew('board.p3', 'a.in');
      if (other === undefined) return build.sew('board.raw', 'a.plus').sew('board.ground-2', 'a.minus').plan;
      return build
        .place(other, 'strong', 250, 250)
        .sew('strong.plus-1', 'a.plus')
        .sew('strong.minus-1', 'a.minus').plan;
    };
    expect(severities(fed('coin-cell-holder', 'plus', 'minus'), 'data-supply')).toEqual(['mend']);
    expect(severities(fed('power-board', 'plus-1', 'minus-1'), 'data-supply')).toEqual([]);
    expect(severities(fed('power-board', 'plus-1', 'minus-1'), 'data-level')).toEqual([]);
    expect(severities(fed('coin-cell-holder', 'plus', 'minus', 'aaa-holder-2-boost'), 'data-level')).toEqual([
      'mend',
    ]);
  });
});

describe('sewing', () => {
  const line = (bends: readonly (readonly [number, number])[] = []) =>
    new PlanBuilder('Line', 400, 300).light('a', 30, 150).light('b', 370, 150).sew('a.plus', 'b.plus', bends);
  const only = (build: PlanBuilder): string => Object.keys(build.plan.runs)[0] as string;

  test('stitch-long: over 10 mm, not at 10 (common practice, no source)', () => {
    const build = line();
    build.edit(changeStitching(build.plan, only(build), { stitchMm: 9, gapMm: 9 }));
    expect(severities(build.plan, 'stitch-long')).toEqual([]);
    const short = new PlanBuilder('Short', 200, 100)
      .light('a', 30, 50)
      .light('b', 44, 50)
      .sew('a.minus', 'b.minus');
    short.edit(changeStitching(short.plan, only(short), { stitchMm: 10, gapMm: 10 }));
    expect(severities(short.plan, 'stitch-long')).toEqual(['mend']);
  });

  test('turn-sharp: below 60° the stitches meet', () => {
    expect(severities(line([[200, 60]]).plan, 'turn-sharp')).toEqual([]);
    const sharp = line([
      [200, 150],
      [60, 130],
    ]);
    expect(severities(sharp.plan, 'turn-sharp')).toEqual(['mend']);
  });

  test('thread-long: one run over an arm’s length; splices shorten its pieces', () => {
    const build = line([
      [200, 20],
      [210, 280],
    ]);
    expect(severities(build.plan, 'thread-long')).toEqual(['note']);
    build.edit(markPieces(build.plan, only(build), { splicesMm: [200, 400] }));
    expect(severities(build.plan, 'thread-long')).toEqual([]);
    const short = new PlanBuilder('Short', 300, 100)
      .light('a', 30, 50)
      .light('b', 250, 50)
      .sew('a.plus', 'b.plus');
    expect(severities(short.plan, 'thread-long')).toEqual([]);
  });

  test('thread-stock: less on the spool than the pieces take', () => {
    const build = line();
    const left = (leftMm: number) => build.edit(describeSpool(build.plan, 'steel-3-ply', { leftMm })).plan;
    expect(severities(left(300), 'thread-stock')).toEqual(['mend']);
    expect(severities(left(3000), 'thread-stock')).toEqual([]);
  });

  test('hole-full: more loops than a hole holds', () => {
    const build = new PlanBuilder('Full', 400, 300).light('hub', 200, 150);
    for (let i = 0; i < 4; i += 1) build.light(`l${i}`, 60 + 70 * i, 40).sew('hub.plus', `l${i}.plus`);
    expect(severities(build.plan, 'hole-full')).toEqual([]);
    for (const id of Object.keys(build.plan.runs))
      build.edit(changeStitching(build.plan, id, { strands: 3 }));
    expect(severities(build.plan, 'hole-full')).toEqual(['mend']);
  });

  test('hold-down: a tab held along one end flaps until it is tacked down', () => {
    const build = new PlanBuilder('Tab', 200, 200).place('hook-tab', 'tab', 100, 100).light('a', 50, 50);
    expect(severities(build.plan, 'hold-down')).toEqual(['mend']);
    build.edit(tackParts(build.plan, [build.part('tab').id], true));
    expect(severities(build.plan, 'hold-down')).toEqual([]);
  });

  test('magnet-steel: 25 mm from rim to rim (common practice for the rule, assumption for the figure); brass is let alone', () => {
    // A magnet of 5.5 mm and a snap of 6 mm from middle to rim.
    const apart = (mm: number, options = {}) =>
      new PlanBuilder('Magnet', 300, 200)
        .place('magnet', 'magnet', 100, 100)
        .place('snap-ball', 'snap', 100 + 5.5 + 6 + mm, 100, { options }).plan;
    expect(severities(apart(24.9), 'magnet-steel')).toEqual(['mend']);
    expect(severities(apart(25), 'magnet-steel')).toEqual([]);
    expect(severities(apart(5, { metal: 1 }), 'magnet-steel')).toEqual([]);
    const onBox = new PlanBuilder('On a box', 300, 200)
      .place('aaa-holder-2', 'box', 100, 100)
      .place('magnet', 'magnet', 120, 105);
    expect(severities(onBox.plan, 'magnet-steel')).toEqual(['mend']);
  });

  test('only a stitch that keeps one face clear is told apart by face, and only on thick firm cloth', () => {
    const crossed = (one: string, other: string, face: 'right' | 'wrong', clothId = 'felt') => {
      const build = new PlanBuilder('Faces', 300, 200)
        .light('a', 30, 100)
        .light('b', 270, 100)
        .light('c', 150, 30, 90)
        .light('d', 150, 170, 90)
        .sew('a.plus', 'b.minus')
        .sew('c.plus', 'd.minus');
      const [first, second] = Object.keys(build.plan.runs) as [string, string];
      build
        .edit(changeClothKind(build.plan, clothId))
        .edit(changeStitching(build.plan, first, { stitchId: one }));
      return build.edit(changeStitching(build.plan, second, { stitchId: other, face })).plan;
    };
    expect(severities(crossed('couched', 'couched', 'wrong'), 'crossing')).toEqual([]);
    expect(severities(crossed('couched', 'couched', 'right'), 'crossing')).toEqual(['stop']);
    expect(severities(crossed('picked-up', 'bobbin', 'right'), 'crossing')).toEqual([]);
    expect(severities(crossed('couched', 'running', 'wrong'), 'crossing')).toEqual(['stop']);
    expect(severities(crossed('couched', 'couched', 'wrong', 'light-woven'), 'crossing')).toEqual(['stop']);
    expect(severities(crossed('couched', 'couched', 'wrong', 'fleece'), 'crossing')).toEqual(['stop']);
  });
});

describe('cautions come from the facts of the plan', () => {
  const { plan } = smallLantern();
  const withFacts = (facts: Parameters<typeof stateFacts>[1]) => {
    const build = smallLantern();
    return build.edit(stateFacts(build.plan, facts)).plan;
  };
  test.each([
    ['swallow', { forWhom: 'small-child' }, 'stop'],
    ['swallow', { forWhom: 'child' }, 'mend'],
    ['swallow', { forWhom: 'animal' }, 'mend'],
    ['skin', { onSkin: true }, 'mend'],
    ['wet', { rainedOn: true }, 'mend'],
    ['wash', { washed: true }, 'note'],
    ['fire', { unattended: true }, 'note'],
    ['implant', { implantsNear: true }, 'mend'],
  ] as const)('%s %o is a %s', (ruleId, facts, severity) => {
    expect(severities(plan, ruleId)).toEqual([]);
    expect(severities(withFacts(facts), ruleId)).toEqual([severity]);
  });

  test('they bite where they change what to do: magnets by an implant, packs, boards in the wash, nothing to turn off', () => {
    const on = (build: PlanBuilder, facts: Parameters<typeof stateFacts>[1]) =>
      build.edit(stateFacts(build.plan, facts)).plan;
    const magnets = () => new PlanBuilder('Magnets').place('magnet', 'magnet', 60, 60);
    expect(severities(on(magnets(), { implantsNear: true }), 'implant')).toEqual(['stop']);
    expect(severities(on(magnets(), { forWhom: 'small-child' }), 'swallow')).toEqual(['stop']);
    const pack = () => new PlanBuilder('Pack').place('power-board', 'power', 60, 60);
    for (const facts of [{ unattended: true }, { forWhom: 'animal' }, { forWhom: 'small-child' }] as const)
      expect(severities(on(pack(), facts), 'fire')).toEqual(['stop']);
    const always = new PlanBuilder('Always').holder(60, 60);
    expect(severities(on(always, { unattended: true }), 'fire')).toEqual(['mend']);
    const board = new PlanBuilder('Board').place('board-round', 'board', 60, 60);
    expect(severities(on(board, { washed: true }), 'wash')).toEqual(['mend']);
  });

  test('a cover answers skin and rain', () => {
    const covered = smallLantern();
    covered.edit(changeHabits(covered.plan, { cover: 'lining' }));
    const plan = covered.edit(stateFacts(covered.plan, { onSkin: true, rainedOn: true })).plan;
    expect(severities(plan, 'skin')).toEqual([]);
    expect(severities(plan, 'wet')).toEqual(['note']);
  });
});

describe('accepting', () => {
  test('an accepted finding stays listed, is not counted, and comes back when its reason goes', () => {
    const build = lit('coin-cell-holder', 'red');
    const [finding] = checkPlan(build.plan).filter(({ ruleId }) => ruleId === 'switch-none');
    build.edit(acceptFinding(build.plan, finding?.key ?? '', 'the cell is the switch'));
    const all = checkPlan(build.plan);
    expect(all.map(({ key }) => key)).toContain(finding?.key);
    expect(openFindings(build.plan, all).map(({ key }) => key)).not.toContain(finding?.key);
    expect(acceptFinding(build.plan, 'gap:r1+r2', '  ')).toMatchObject({ ok: false });
  });
});

describe('every finding can be accepted, whatever its rule', () => {
  const { plan } = editedAtRandom(smallLantern().plan, 21, 60);
  const findings = checkPlan(plan);
  test.each(findings.slice(0, 40).map((finding) => [finding.key, finding] as const))('%s', (key) => {
    const edit = acceptFinding(plan, key, 'seen and left');
    if (!edit.ok) throw new RangeError(key);
    const after = applyEdit(plan, edit.value);
    const left = openFindings(after, checkPlan(after)).map((one) => one.key);
    expect(left).not.toContain(key);
    expect(left).toHaveLength(findings.length - 1);
  });

  test('there are enough of them to say so', () => {
    expect(new Set(findings.map(({ ruleId }) => ruleId)).size).toBeGreaterThan(4);
  });
});

describe('the rules themselves', () => {
  test('the two kinds of fault are never mixed up: shorts touch, breaks do not', () => {
    const kinds = Object.fromEntries(CHECK_RULES.map((rule) => [rule.id, rule.touching]));
    for (const id of [
      'crossing',
      'gap',
      'two-pads',
      'wrap',
      'short-net',
      'switch-bypassed',
      'supplies-merged',
    ])
      expect(kinds[id]).toBe('touching that should not');
    expect(kinds['open']).toBe('not touching that should');
  });

  test('a count is told as a sentence by every rule that counts', () => {
    for (const seed of [21, 22, 23, 24]) {
      for (const { ruleId, found, wanted } of checkPlan(editedAtRandom(smallLantern().plan, seed, 80).plan)) {
        if (found === null || wanted === null || ['mm', 'g', 'V', 'mA', '°C', '%'].includes(found.unit))
          continue;
        const sentence = CHECK_RULES.find(({ id }) => id === ruleId)?.counted?.(found.value, wanted.value);
        expect(sentence, ruleId).toMatch(/^[A-Z0-9+].*\.$/);
      }
    }
  });

  test('every rule says what it is for, and has an example', () => {
    for (const { title, help, example, id } of CHECK_RULES) {
      expect(help.length, id).toBeGreaterThan(60);
      expect(example.length, id).toBeGreaterThan(20);
      expect(title.length, id).toBeLessThan(45);
    }
  });

  test('a larger wanted gap never takes findings away', () => {
    const build = twoRails(8);
    let before = -1;
    for (const gapInStitches of [0, 1, 3, 5]) {
      const wider = build.edit(changeHabits(build.plan, { gapInStitches })).plan;
      const count = checkPlan(wider).filter(({ ruleId }) => ruleId === 'gap').length;
      expect(count).toBeGreaterThanOrEqual(before);
      before = count;
    }
    expect(before).toBeGreaterThan(0);
  });
});
