/**
 * Brings plan files of older versions up to date. New fields and tables come by themselves (`plan/schema.ts` says since when); what
 * else a version changed is one entry here.
 */
import { emptyTable, FIELD_NAMES, FIELDS, TABLE_NAMES, TABLES } from '../plan/schema.ts';
import { newPanel, USUAL_ROUTING, USUAL_SEWING } from '../plan/usual.ts';

export interface Migration {
  /** The version it starts from; it makes the next one. */
  readonly from: number;
  readonly apply: (raw: Readonly<Record<string, unknown>>) => Readonly<Record<string, unknown>>;
}

type Raw = Readonly<Record<string, unknown>>;

export const MIGRATIONS: readonly Migration[] = [
  { from: 1, apply: fromVersion1 },
  { from: 2, apply: fromVersion2 },
  { from: 3, apply: fromVersion3 },
  { from: 4, apply: fromVersion4 },
  { from: 5, apply: fromVersion5 },
  { from: 6, apply: fromVersion6 },
  { from: 7, apply: fromVersion7 },
  { from: 8, apply: fromVersion8 },
  { from: 9, apply: fromVersion9 },
  { from: 10, apply: fromVersion10 },
  // Version 12 knows which face is outside, and work that sews in a zip: nobody said so before.
  { from: 11, apply: (raw) => raw },
];

/** Version 11 tells heat in degrees: what was assumed of watts on a centimetre has no meaning any more. */
function fromVersion10(raw: Raw): Raw {
  const { habits } = raw;
  if (!isRecord(habits) || !isRecord(habits['assumptions'])) return raw;
  const { skinWattPerCm: _gone, ...assumptions } = habits['assumptions'];
  return { ...raw, habits: { ...habits, assumptions } };
}

/** Version 10 knows seams, several panels and threads that pass from one to the other, and on what cloth a swatch was sewn: before there was only one. */
function fromVersion9(raw: Raw): Raw {
  const { spools, panels, habits: old } = raw;
  const habits = isRecord(old) ? { seamPasses: 'allowed', ...old } : old;
  const [panel] = isRecord(panels) ? Object.values(panels) : [];
  const clothMm = isRecord(panel) ? panel['thicknessMm'] : undefined;
  if (!isRecord(spools)) return { ...raw, habits };
  const onCloth = (spool: unknown): unknown =>
    isRecord(spool) && isRecord(spool['swatch'])
      ? { ...spool, swatch: { clothMm, ...spool['swatch'] } }
      : spool;
  return { ...raw, habits, spools: mapRecords(spools, onCloth) };
}

/** Version 9 knows how pins stand, what is rehearsed and which lines come first. */
function fromVersion8(raw: Raw): Raw {
  const { habits } = raw;
  return {
    ...raw,
    habits: isRecord(habits) ? { rehearsal: 'none', lineOrder: 'by-side', ...habits } : habits,
  };
}

/** Version 8 knows what the maker decided of a part's wiring, and supply lines of another thread: nothing in files of before. */
function fromVersion7(raw: Raw): Raw {
  const { habits } = raw;
  return { ...raw, habits: isRecord(habits) ? { supplyThreadId: null, ...habits } : habits };
}

/** Version 7 knows what is assumed otherwise than usual. */
function fromVersion6(raw: Raw): Raw {
  const { habits } = raw;
  return { ...raw, habits: isRecord(habits) ? { assumptions: {}, ...habits } : habits };
}

/**
 * Version 6 knows panels: the cloth is one, and all that lies on it says so. It knows when steps were ticked and readings taken; of
 * those before, nobody kept it.
 */
function fromVersion5(raw: Raw): Raw {
  const { cloth, backdrop, ticks, readings, ...rest } = raw;
  const { id, name, table } = newPanel('felt', 200, 200);
  const onPanel = (value: unknown): unknown => (isRecord(value) ? { panelId: id, ...value } : value);
  const allOn = (value: unknown): unknown => (isRecord(value) ? mapRecords(value, onPanel) : value);
  return {
    ...rest,
    panels: { [id]: isRecord(cloth) ? { id, name, table, ...cloth } : cloth },
    parts: allOn(raw['parts']),
    runs: allOn(raw['runs']),
    patches: allOn(raw['patches']),
    backdrop: onPanel(backdrop),
    ticks: isRecord(ticks)
      ? mapRecords(ticks, (tick, stepId) => (tick === true ? { stepId, atMs: null } : tick))
      : ticks,
    readings: isRecord(readings)
      ? mapRecords(readings, (reading) => (isRecord(reading) ? { ...reading, atMs: null } : reading))
      : readings,
  };
}

function mapRecords(table: Raw, change: (record: unknown, id: string) => unknown): Raw {
  return Object.fromEntries(Object.entries(table).map(([id, record]) => [id, change(record, id)]));
}

/** Version 5 knows the habits of sewing, other work on the piece, cut lengths, prices, kits, an order of steps and where the work stands. */
function fromVersion4(raw: Raw): Raw {
  const { habits } = raw;
  return {
    ...raw,
    habits: isRecord(habits) ? { ...USUAL_SEWING, ...habits } : habits,
  };
}

/** Version 4 knows house styles of routing and locked runs. */
function fromVersion3(raw: Raw): Raw {
  const { habits } = raw;
  return { ...raw, habits: isRecord(habits) ? { ...USUAL_ROUTING, ...habits } : habits };
}

/** Version 3 knows patches, wishes, spools, accepted findings and the habit of a stitch. */
function fromVersion2(raw: Raw): Raw {
  return {
    ...raw,
    habits: isRecord(raw['habits']) ? { stitchId: 'running', ...raw['habits'] } : raw['habits'],
  };
}

/**
 * Version 2 knows pieces of every outline, lines and areas with a use of their own, facts, pictures and makers'
 * own parts. What is not of the expected form is passed on, so that the schema can name the spot.
 */
function fromVersion1(raw: Raw): Raw {
  const numbered = typeof raw['nextNumber'] === 'number' ? raw['nextNumber'] : 1;
  const { cloth, marks } = clothFromVersion1(raw['cloth'], numbered);
  return {
    ...raw,
    cloth,
    nextNumber: numbered + marks,
    habits: isRecord(raw['habits']) ? { legSign: 'big-loop', ...raw['habits'] } : raw['habits'],
  };
}

function clothFromVersion1(
  raw: unknown,
  firstNumber: number,
): { readonly cloth: unknown; readonly marks: number } {
  if (!isRecord(raw)) return { cloth: raw, marks: 0 };
  const { marks, shape, ...rest } = raw;
  const list: readonly unknown[] = Array.isArray(marks) ? marks : [];
  const markings = Object.fromEntries(
    list.map((mark, i) => {
      const id = `m${firstNumber + i}`;
      const { points, closed } = isRecord(mark) ? mark : { points: mark, closed: false };
      const nodes = Array.isArray(points) ? points.map((at: unknown) => ({ at })) : points;
      return [id, { id, use: 'mark', name: `mark ${i + 1}`, closed, nodes }];
    }),
  );
  return {
    cloth: { ...rest, shape: shapeFromVersion1(shape), wrongSideSeen: false, markings },
    marks: list.length,
  };
}

function shapeFromVersion1(raw: unknown): unknown {
  if (!isRecord(raw) || raw['kind'] !== 'rectangle') return raw;
  const { kind: _kind, ...sizes } = raw;
  return { kind: 'ready', pieceId: 'rectangle', sizes };
}

function isRecord(value: unknown): value is Raw {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** Every field and table that a version brought, as it is when nothing is said. */
function emptyOf(version: number): Raw {
  const fields = FIELD_NAMES.filter((field) => FIELDS[field].since === version);
  const tables = TABLE_NAMES.filter((table) => TABLES[table].since === version);
  return Object.fromEntries([
    ...fields.map((field) => [field, FIELDS[field].empty]),
    ...tables.map((table) => [table, emptyTable(table)]),
  ]);
}

/** Applies the steps from `version` to `target`, in order. Throws RangeError when a step is missing. */
export function migrate(
  raw: Readonly<Record<string, unknown>>,
  version: number,
  target: number,
  migrations: readonly Migration[],
): Readonly<Record<string, unknown>> {
  let value = raw;
  for (let from = version; from < target; from += 1) {
    const step = migrations.find((migration) => migration.from === from);
    if (step === undefined) throw new RangeError(`migrate: no step from version ${from}`);
    value = { ...emptyOf(from + 1), ...step.apply(value), version: from + 1 };
  }
  return value;
}
