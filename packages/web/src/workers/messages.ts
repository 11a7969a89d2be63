/** The one list of what can be asked of the worker: request and answer, by name. */

import type { CarryAdvice, ResistorAdvice } from '@sashiko/core/advice/advisers';
import type { Home } from '@sashiko/core/advice/homes';
import type { PatchReason } from '@sashiko/core/advice/patch-reasons';
import type { Proposed } from '@sashiko/core/advice/propose-threads';
import type { RowAdvice } from '@sashiko/core/advice/row-advice';
import type { ThreadFigures } from '@sashiko/core/advice/thread-figures';
import type { Verdict } from '@sashiko/core/advice/verdict';
import type { WayOut } from '@sashiko/core/advice/ways-out';
import type { WhatIf, WhatIfAnswer } from '@sashiko/core/advice/what-ifs';
import type { Left } from '@sashiko/core/advice/what-next';
import type { BenchTest } from '@sashiko/core/bench/bench-test';
import type { CurrentLook } from '@sashiko/core/checks/check-session';
import type { Finding, PlacedFinding } from '@sashiko/core/checks/finding';
import type { TriedFixes } from '@sashiko/core/checks/fix';
import type { LoadFigure, PinFigure, ThreadFigure } from '@sashiko/core/circuit/figures';
import type { WarmPlace } from '@sashiko/core/circuit/heat';
import type { RunTime } from '@sashiko/core/circuit/how-long';
import type { LightTrialAnswer, LightTrialSetting } from '@sashiko/core/circuit/light-trials';
import type { Lifted, TooMany } from '@sashiko/core/circuit/most-volts';
import type { Short } from '@sashiko/core/circuit/shorts';
import type { DarkReason } from '@sashiko/core/circuit/why-dark';
import type { LightAnswer } from '@sashiko/core/circuit/will-it-light';
import type { PrintFile, PrintKind } from '@sashiko/core/formats/print-kind';
import type { FourPoints } from '@sashiko/core/geometry/homography';
import type { Point } from '@sashiko/core/geometry/point';
import type { Edit } from '@sashiko/core/plan/edit';
import type { PictureBytes } from '@sashiko/core/plan/edits/picture-edits';
import type { Fit } from '@sashiko/core/plan/fit-finder';
import type { Patch } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import type { LeftOut } from '@sashiko/core/router/clean-part';
import type { PlanProblem } from '@sashiko/core/router/problem-of-plan';
import type { RouteRequest } from '@sashiko/core/router/route-request';
import type { RoutingSolution } from '@sashiko/core/router/routing-problem';
import type { Pace } from '@sashiko/core/sewing/pace';
import type { SewingSheet } from '@sashiko/core/sewing/sewing-sheet';
import type { TrialAnswer, TrialSetting } from '@sashiko/core/spacing/trials';
import type { About } from './held-plans.ts';

export interface RouteJobResult {
  /** The plan the proposal was made for: it can only be taken into this one. */
  readonly plan: Plan;
  /** What is done before the threads are led, such as a holder that moves; null when nothing is. */
  readonly before: Edit | null;
  /** The plan with that done: problem and solution are of this one. */
  readonly base: Plan;
  readonly problem: PlanProblem;
  /** Keeps every rule; what could not is in `leftOut`. */
  readonly solution: RoutingSolution;
  readonly leftOut: readonly LeftOut[];
  /** The plan as it would be with all of it taken; null where it does not fit. */
  readonly preview: Plan | null;
}

/** What a worker answers: where it was asked the plans are known. */
export type RouteAnswer = Omit<Proposed, 'base'> & {
  /** The threads as an edit of the plan with `moved` done; null where they do not fit. */
  readonly threads: Edit | null;
};

/** A proposal, or a part of it, beside the threads that are there. */
export interface ComparedThreads {
  /** All of it as one edit of the plan. */
  readonly edit: Edit;
  readonly now: ThreadFigures;
  readonly proposed: ThreadFigures;
  /** The patches there would be, and why those of the proposal are needed. */
  readonly patches: readonly Patch[];
  readonly reasons: readonly PatchReason[];
}

/** How long the router may look: as long as helps most plans, or so many seconds. */
export type RoutePatience = 'usual' | 30 | 60;

/** A picture as bytes, which travel without being copied. */
export type PictureFile = Omit<PictureBytes, 'data'> & { readonly bytes: ArrayBuffer };

/** What a solved plan tells. */
export interface LightNow {
  readonly answer: LightAnswer;
  readonly shorts: readonly Short[];
  readonly reasons: readonly DarkReason[];
  /** The warmest place; null where nothing becomes warm. */
  readonly warmest: WarmPlace | null;
  readonly pins: readonly PinFigure[];
  readonly loads: readonly LoadFigure[];
  /** What gets more volts than it bears, or than is known of it. */
  readonly tooMany: readonly TooMany[];
  /** Pins and data holes that lie above the supply of their own part. */
  readonly lifted: readonly Lifted[];
  readonly threads: readonly ThreadFigure[];
  /** Places where threads touch that should not. */
  readonly touches: number;
}

/** What a maker would work out on paper. */
export interface LightSums {
  readonly resistor: ResistorAdvice | null;
  readonly carried: readonly CarryAdvice[];
  readonly rows: readonly RowAdvice[];
}

/** What is to be tested with a meter. */
export interface BenchSheet {
  readonly tests: readonly BenchTest[];
  /** What stays out until something is put right, in words. */
  readonly staysOut: readonly string[];
}

export interface WorkerMessages {
  route: [
    request: {
      readonly plan: Plan;
      readonly request: RouteRequest;
      readonly seed: number;
      readonly patience: RoutePatience;
    },
    /** Without the plan, which is known where it was asked, and heavy with pictures. */
    answer: RouteAnswer,
  ];
  /** Routes a plan a little and forgets it: the first route after that is several times faster. */
  warm: [request: { readonly plan: Plan }, answer: { readonly isWarm: true }];
  /** What would do without the patches of a proposal. */
  waysOut: [
    request: Omit<RouteAnswer, 'moved' | 'threads'> & {
      readonly plan: Plan;
      readonly request: RouteRequest;
      readonly seed: number;
    },
    answer: readonly WayOut[],
  ];
  /** Holds a proposal against the threads that are there. Null nets: all of them. */
  compare: [
    request: {
      readonly plan: Plan;
      /** Done first, one after the other. */
      readonly before: readonly Edit[];
      readonly problem: PlanProblem;
      readonly solution: RoutingSolution;
      readonly onlyNets: readonly number[] | null;
    },
    answer: ComparedThreads,
  ];
  /** Tests in order, and what must not get power yet. */
  bench: [request: { readonly plan: Plan }, answer: BenchSheet];
  /** Places for a holder or a board, best first. */
  homes: [
    request: { readonly plan: Plan; readonly partId: string; readonly request: RouteRequest },
    answer: readonly Home[],
  ];
  tidy: [request: { readonly plan: Plan }, answer: { readonly edit: Edit | null }];
  /** Leads the threads about parts anew that edits of the plan have broken, such as a move. */
  repair: [
    request: { readonly plan: Plan; readonly edits: readonly Edit[]; readonly partIds: readonly string[] },
    answer: { readonly edit: Edit | null },
  ];
  /** Reads a picture file and makes it small enough to keep. */
  readPicture: [request: { readonly file: Blob }, answer: PictureFile];
  /** The picture as seen from straight above; `corners` in its pixels. */
  straighten: [
    request: {
      readonly image: PictureBytes;
      readonly corners: FourPoints;
      readonly widthMm: number;
      readonly heightMm: number;
    },
    answer: { readonly image: PictureFile; readonly mmPerPx: number; readonly cornerPx: Point },
  ];
  findFits: [
    request: {
      readonly plan: Plan;
      readonly partId: string;
      readonly marginMm: number;
      readonly spotAreas: Readonly<Record<string, readonly string[]>>;
    },
    answer: readonly Fit[],
  ];
  /** Sews the plan over and over with the wander of a hand. */
  trials: [request: { readonly plan: Plan } & TrialSetting, answer: TrialAnswer];
  /** How many findings each wanted gap would bring, in stitches. */
  gapPrices: [
    request: { readonly plan: Plan },
    answer: ReadonlyArray<readonly [gap: number, findings: number]>,
  ];
  /** What the checks of the drawing find once edits of the plan are made, and what is left to do. */
  findings: [
    request: {
      readonly plan: Plan;
      readonly edits: readonly Edit[];
      /** The word for the findings that the page shows; null where it shows none. */
      readonly shown: string | null;
    },
    answer: {
      /** Null where they are those that are shown. */
      readonly findings: readonly PlacedFinding[] | null;
      /** One short word for them. */
      readonly word: string;
      readonly left: Left;
    },
  ];
  /** What only the solved circuit tells. */
  currents: [request: { readonly plan: Plan }, answer: CurrentLook];
  /** The fixes of a finding that hold. */
  fixes: [request: { readonly plan: Plan; readonly finding: Finding }, answer: TriedFixes];
  /** Edits, in order, that mend all findings of a rule that can be mended. */
  fixAll: [request: { readonly plan: Plan; readonly ruleId: string }, answer: readonly Edit[]];
  /** Lights, sources, pins, threads and shorts at one moment, and why lights are dark. */
  lightNow: [
    request: { readonly plan: Plan; readonly chargeLeft: number; readonly isTouching: boolean },
    answer: LightNow,
  ];
  howLong: [
    request: { readonly plan: Plan; readonly isTouching: boolean },
    answer: { readonly times: readonly RunTime[] },
  ];
  /** The same piece with one thing changed at a time. */
  whatIfs: [request: { readonly plan: Plan }, answer: WhatIfAnswer];
  /** What each source of the drawer would give in the place of the only one. */
  sourceChoices: [request: { readonly plan: Plan }, answer: readonly WhatIf[]];
  /** The piece made many times over. */
  lightTrials: [
    request: { readonly plan: Plan; readonly isTouching: boolean } & LightTrialSetting,
    answer: LightTrialAnswer,
  ];
  /** Sums for resistors, lights on a source and rows. */
  sums: [
    request: { readonly plan: Plan; readonly lightId: string | null; readonly wantedAmp: number },
    answer: LightSums,
  ];
  /** How a whole plan stands, in every state. */
  verdict: [request: { readonly plan: Plan }, answer: Verdict];
  /** The sewing sheet of a plan. */
  sheet: [request: { readonly plan: Plan }, answer: SewingSheet];
  /** What can be printed: the writers themselves stay in the worker. */
  printList: [
    request: Readonly<Record<string, never>>,
    answer: ReadonlyArray<Pick<PrintKind, 'id' | 'title' | 'help'>>,
  ];
  /** One of the prints of `formats/print-kinds.ts`, as files. */
  print: [
    request: {
      readonly plan: Plan;
      readonly printId: string;
      readonly pace: Pace;
      readonly fontUrls: { readonly regular: string; readonly bold: string };
    },
    answer: readonly PrintFile[],
  ];
}

export type MessageName = keyof WorkerMessages;

export type ToWorker =
  | {
      readonly kind: 'ask';
      readonly id: number;
      readonly name: MessageName;
      /** Without the plan. */
      readonly request: unknown;
      /** Which state of which plan is asked about; null for questions that are about none. */
      readonly about: About | null;
      /** The plan, where the worker has not been told of it in this state: without its pictures and its log. */
      readonly plan?: Plan;
      /** How much processor time the answer may cost, ms. */
      readonly budgetMs: number;
    }
  | { readonly kind: 'cancel'; readonly id: number }
  /** No longer work, but answer with the best there is. */
  | { readonly kind: 'finish'; readonly id: number };

export type FromWorker =
  /** The worker is at work and listens: comes every second while there is a job. */
  | { readonly kind: 'sign' }
  /** The plan of the question is not held any more: it is to be asked again, with the plan. */
  | { readonly kind: 'missing'; readonly id: number }
  /** `best` is an answer as good as it is so far, where there is one already. */
  | { readonly kind: 'progress'; readonly id: number; readonly share: number; readonly best?: unknown }
  | { readonly kind: 'answer'; readonly id: number; readonly answer: unknown }
  /** `message` is in words for the maker. */
  | { readonly kind: 'refused'; readonly id: number; readonly message: string };
