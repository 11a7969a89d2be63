import type { Lifted, TooMany } from '@sashiko/core/circuit/most-volts';
import { liftedWords, tooManyWords } from '@sashiko/core/circuit/volts-words';
import type { Plan } from '@sashiko/core/plan/schema';
import { Button } from 'antd';
import { useViewStore } from '../../stores/view-store.ts';
import { showPlace } from '../show-place.ts';

interface Props {
  readonly plan: Plan;
  readonly tooMany: readonly TooMany[];
  readonly lifted: readonly Lifted[];
}

/** What its power would damage, before any hours of good light are told. What nobody knows of a part, and what only thread loses while it works, stands beside its power. */
export function VoltsAlert({ plan, tooMany, lifted }: Props) {
  const told = [
    ...tooMany
      .filter(({ mostV }) => mostV !== null)
      .map((one) => ({ key: one.partId, partId: one.partId, words: tooManyWords(plan, one) })),
    ...lifted
      .filter(({ isLossOnly }) => !isLossOnly)
      .map((one) => ({
        key: `${one.partId}.${one.terminal}`,
        partId: one.partId,
        words: liftedWords(plan, one),
      })),
  ];
  if (told.length === 0) return null;
  const show = (partId: string): void => {
    const at = plan.parts[partId]?.at;
    if (at === undefined) return;
    useViewStore.getState().setSpotlight({ key: `volts:${partId}`, partIds: [partId], runIds: [] });
    showPlace({ at, partIds: [partId] });
  };
  return (
    <section role="alert" className="short-alert">
      <h2>✗ Too many volts</h2>
      {told.map(({ key, partId, words }) => (
        <p key={key}>
          {words}{' '}
          <Button size="small" onClick={() => show(partId)}>
            Show where
          </Button>
        </p>
      ))}
      <p>
        <strong>Keep the power out</strong>: this damages parts, at once or in a while.
      </p>
    </section>
  );
}
