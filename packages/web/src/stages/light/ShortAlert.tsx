import { warmName } from '@sashiko/core/circuit/heat';
import type { Short } from '@sashiko/core/circuit/shorts';
import type { Plan } from '@sashiko/core/plan/schema';
import { formatCelsius, formatCurrent, formatWatt } from '@sashiko/core/units/electrical';
import { Button } from 'antd';
import { useViewStore } from '../../stores/view-store.ts';
import { showPlace } from '../show-place.ts';

/** The truth about a short, before anything else: it is never only that nothing lights. */
export function ShortAlert({ plan, shorts }: { readonly plan: Plan; readonly shorts: readonly Short[] }) {
  return shorts.map((short) => {
    const { partId, amp, watt, hottest, isHot, minutes, touches } = short;
    const name = plan.parts[partId]?.name ?? partId;
    const [touch] = touches;
    const at = touch?.at ?? plan.parts[partId]?.at;
    const touched = (touch?.ends ?? []).map((end) =>
      'runId' in end ? plan.runs[end.runId] : plan.parts[end.partId],
    );
    const show = (): void => {
      if (at === undefined) return;
      useViewStore.getState().setSpotlight({
        key: `short:${partId}`,
        partIds: [partId],
        runIds: hottest === null ? [] : hottest.runIds,
      });
      showPlace({ at, panelId: touched[0]?.panelId, partIds: [partId] });
    };
    return (
      <section key={partId} role="alert" className="short-alert">
        <h2>
          ✗ Short: the {short.isSteady ? 'steady ' : ''}+ and − of {name} are joined
        </h2>
        <p>
          <strong className="figure">{formatCurrent(amp)}</strong>,{' '}
          <span className="figure">{formatWatt(watt)}</span> of heat
          {minutes === null
            ? ', until the protection of its pack opens.'
            : `; the cells are empty in about ${Math.max(1, Math.round(minutes))} min.`}
        </p>
        {hottest !== null && (
          <p>
            {warmName(hottest)} would become <span className="figure">{formatCelsius(hottest.celsius)}</span>{' '}
            warm
            {isHot ? `, ${hottest.lying === 'skin' ? 'too hot for skin' : 'too hot to touch'}` : ''}.
          </p>
        )}
        <p>
          <strong>Take the power out.</strong>{' '}
          {touches.length > 0
            ? `${touches.length === 1 ? 'Threads touch' : `Threads touch in ${touches.length} places`} that should not.`
            : 'The stitches, or closed switches, join the two sides.'}{' '}
          {at !== undefined && (
            <Button size="small" onClick={show}>
              Show where
            </Button>
          )}
        </p>
      </section>
    );
  });
}
