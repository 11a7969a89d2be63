/** Builds plans for tests and demo files in a few readable lines, through the same edits as the application. */
import { expectOk, type Result } from '../errors/problem.ts';
import { applyEdit, type Edit } from '../plan/edit.ts';
import { type Placing, placePart } from '../plan/edits/part-edits.ts';
import { drawRun } from '../plan/edits/run-edits.ts';
import { addSeam } from '../plan/edits/seam-edits.ts';
import { newPlan } from '../plan/new-plan.ts';
import { firstPanel, withPanel } from '../plan/panels.ts';
import type { HoleRef, Part, Seam } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { newPanel } from '../plan/usual.ts';

export type Spot = readonly [x: number, y: number];

/** A plan under construction; parts are known by their names, holes as `name.hole`. */
export class PlanBuilder {
  plan: Plan;

  constructor(name = 'Test piece', widthMm = 200, heightMm = 200, clothKind = 'felt') {
    this.plan = withPanel(newPlan('test-piece', name), newPanel(clothKind, widthMm, heightMm));
  }

  /** Applies an edit; throws when it is refused. */
  edit(edit: Result<Edit>): this {
    this.plan = applyEdit(this.plan, expectOk(edit));
    return this;
  }

  place(kindId: string, name: string, x: number, y: number, more: Partial<Placing> = {}): this {
    return this.edit(placePart(this.plan, { kindId, name, at: { x, y }, ...more }));
  }

  light(name: string, x: number, y: number, turnDeg = 0, colourId = 'warm-white'): this {
    return this.place('sew-on-light', name, x, y, { turnDeg, colourId });
  }

  bareLight(name: string, x: number, y: number, turnDeg = 0, colourId = 'red'): this {
    return this.place('bare-leg-light-5', name, x, y, { turnDeg, colourId });
  }

  holder(x: number, y: number, turnDeg = 0, name = 'holder'): this {
    return this.place('coin-cell-holder', name, x, y, { turnDeg });
  }

  switch(x: number, y: number, turnDeg = 0, name = 'switch'): this {
    return this.place('slide-switch', name, x, y, { turnDeg });
  }

  sew(from: string, to: string, bends: readonly Spot[] = []): this {
    const draft = { from: this.hole(from), to: this.hole(to), bends: bends.map(([x, y]) => ({ x, y })) };
    return this.edit(drawRun(this.plan, draft));
  }

  /** Sews the right edge of a rectangle to the left edge of another, or to its own, as in a tube: 10 mm in, pressed open, afterwards. */
  seam(changes: Partial<Seam> = {}, panelId = firstPanel(this.plan).id, otherId = panelId): this {
    return this.edit(
      addSeam(this.plan, {
        a: { panelId, from: 1, to: 2 },
        b: { panelId: otherId, from: 3, to: 0, reversed: true },
        allowanceMm: 10,
        pressed: 'open',
        sewn: 'after',
        ...changes,
      }),
    );
  }

  part(name: string): Part {
    const part = Object.values(this.plan.parts).find((candidate) => candidate.name === name);
    if (part === undefined) throw new RangeError(`PlanBuilder: no part "${name}"`);
    return part;
  }

  hole(text: string): HoleRef {
    const [name, holeId] = text.split('.') as [string, string];
    return { partId: this.part(name).id, holeId };
  }
}

/** Two lights side by side, a holder and a switch in the + side: the smallest piece that has everything. */
export function smallLantern(): PlanBuilder {
  return new PlanBuilder('Small lantern', 200, 160)
    .holder(100, 130, 180)
    .switch(40, 110, 90)
    .light('left', 60, 50, 180)
    .light('right', 130, 50, 180)
    .sew('holder.plus', 'switch.b')
    .sew('switch.a', 'left.plus', [[40, 60]])
    .sew('left.plus', 'right.plus', [
      [54, 30],
      [124, 30],
    ])
    .sew('holder.minus', 'right.minus', [[135, 100]])
    .sew('right.minus', 'left.minus', [
      [135, 66],
      [66, 66],
    ]);
}

/** Two threads of different nets side by side, so many mm from line to line, far from all holes. */
export function twoRails(apartMm: number): PlanBuilder {
  return new PlanBuilder('Rails', 300, 200)
    .light('a', 30, 30, 90)
    .light('b', 270, 30, 90)
    .light('c', 30, 170, 270)
    .light('d', 270, 170, 270)
    .sew('a.plus', 'b.plus', [
      [60, 100],
      [240, 100],
    ])
    .sew('c.plus', 'd.plus', [
      [60, 100 + apartMm],
      [240, 100 + apartMm],
    ]);
}
