import type { DarkReason } from '@sashiko/core/circuit/why-dark';
import type { LightState } from '@sashiko/core/circuit/will-it-light';
import { lightsIn } from '@sashiko/core/joining/sides';
import { maybeLightColour } from '@sashiko/core/parts/light-colours';
import { assumedIn } from '@sashiko/core/plan/assumed';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatCurrent } from '@sashiko/core/units/electrical';
import { useMemo } from 'react';
import { useViewStore } from '../../stores/view-store.ts';
import { CsvButton } from '../../ui/CsvButton.tsx';
import { type Column, SortedTable } from '../../ui/SortedTable.tsx';
import { showPlace } from '../show-place.ts';

interface LightsTableProps {
  readonly plan: Plan;
  readonly lights: readonly LightState[];
  readonly reasons: readonly DarkReason[];
}

interface LightRow {
  readonly key: string;
  readonly light: LightState;
  readonly name: string;
  readonly colour: string;
  readonly reason: DarkReason | undefined;
}

/** Every light with its current; for those that are dark or dim, why, and where. */
export function LightsTable({ plan, lights, reasons }: LightsTableProps) {
  const ratedAmp = assumedIn(plan).ratedMa / 1000;
  const rows = useMemo(() => rowsOf(plan, lights, reasons), [plan, lights, reasons]);
  const columns: readonly Column<LightRow>[] = [
    {
      title: 'light',
      key: 'name',
      order: (a, b) => a.name.localeCompare(b.name, undefined, { numeric: true }),
      cell: (row) => (
        <>
          {row.name}
          <span className="quiet">, {row.colour}</span>
        </>
      ),
    },
    {
      title: 'current',
      key: 'amp',
      isFigure: true,
      order: (a, b) => a.light.amp - b.light.amp,
      cell: ({ light }) => (
        <span className="figure">
          {light.isLit ? formatCurrent(light.amp) : 'dark'}
          {isFaded(light) && <div className="quiet">{formatCurrent(light.peakAmp)} while on</div>}
          {light.peakAmp > ratedAmp && !light.isAddressable && (
            <div className="plus">✗ made for {formatCurrent(ratedAmp)}</div>
          )}
        </span>
      ),
    },
    {
      title: 'of brightest',
      key: 'share',
      isFigure: true,
      order: (a, b) => a.light.relative - b.light.relative,
      cell: ({ light }) => (
        <span className="figure">
          {!light.isLit
            ? '–'
            : light.isAddressable
              ? 'told by data'
              : `${Math.round(light.relative * 100)} %`}
        </span>
      ),
    },
  ];
  return (
    <>
      <SortedTable
        label="Lights"
        columns={columns}
        rows={rows}
        keyOf={({ key }) => key}
        told={({ reason }) =>
          reason === undefined || !isTold(reason) ? null : <Reason plan={plan} reason={reason} />
        }
      />
      <CsvButton
        what="lights"
        planName={plan.name}
        head={[
          'light',
          'colour',
          'current, mA',
          'while on, mA',
          'volts',
          'of brightest, %',
          'why dark or dim',
        ]}
        rows={() =>
          rows.map(({ name, colour, light, reason }) => [
            name,
            colour,
            light.amp * 1000,
            light.peakAmp * 1000,
            light.volt,
            light.relative * 100,
            reason?.text ?? '',
          ])
        }
      />
    </>
  );
}

/** What the alert about a short says is not said again for every light. */
function isTold(reason: DarkReason): boolean {
  return reason.cause !== 'short';
}

/** Why a light is dark, with the way to the place. */
function Reason({ plan, reason }: { readonly plan: Plan; readonly reason: DarkReason }) {
  const show = (): void => {
    useViewStore.getState().setSpotlight({
      key: `why:${reason.lightId}`,
      partIds: plan.parts[reason.partId] === undefined ? [] : [reason.partId],
      runIds: reason.runIds,
    });
    showPlace({ at: reason.at, partIds: [reason.partId], runIds: reason.runIds });
  };
  return (
    <button type="button" className="linkish" onClick={show} title="Show where">
      {reason.isDark ? 'dark' : 'dim'}: {reason.text}
    </button>
  );
}

/** A row a light: what it gets, and why it is dark if it is. */
function rowsOf(
  plan: Plan,
  lights: readonly LightState[],
  reasons: readonly DarkReason[],
): readonly LightRow[] {
  const placed = new Map(lightsIn(plan).map((one) => [one.id, one]));
  const why = new Map(reasons.map((reason) => [reason.lightId, reason]));
  return lights.flatMap((light): readonly LightRow[] => {
    const part = plan.parts[light.partId];
    if (part === undefined) return [];
    const colourId = placed.get(light.id)?.light.colourId ?? part.colourId ?? '';
    return [
      {
        key: light.id,
        light,
        name: part.name,
        colour: light.isAddressable ? 'addressable' : (maybeLightColour(colourId)?.title.toLowerCase() ?? ''),
        reason: why.get(light.id),
      },
    ];
  });
}

/** Whether a pin turns it on for a share of the time only; a hundredth is no fade but a rounding. */
function isFaded({ amp, peakAmp }: LightState): boolean {
  return amp > 0 && amp < 0.99 * peakAmp;
}
