import { bareName } from '@sashiko/core/spacing/bare-things';
import { formatLength } from '@sashiko/core/units/length';
import { capital } from '@sashiko/core/units/words';
import { Checkbox } from 'antd';
import { tightestOf } from '../../stores/derived.ts';
import { useShownPlan } from '../../stores/plan-store.ts';
import type { ShownPlace } from './shown-place.ts';
import { Trials } from './Trials.tsx';
import { WantedGap } from './WantedGap.tsx';

interface GapsPanelProps {
  readonly showsRoom: boolean;
  readonly onShowRoom: (shows: boolean) => void;
  readonly onShow: (place: ShownPlace) => void;
}

/** How tight it is: the wanted gap and its price, the tightest places, sewing it over and over. */
export function GapsLeaf({ showsRoom, onShowRoom, onShow }: GapsPanelProps) {
  const plan = useShownPlan();
  const { unit } = plan.habits;
  const places = tightestOf(plan);
  return (
    <>
      <WantedGap />
      <section>
        <Checkbox checked={showsRoom} onChange={(event) => onShowRoom(event.target.checked)}>
          Show on the cloth the room that is left
        </Checkbox>
      </section>
      <section aria-label="Tightest places">
        <h2>Tightest places</h2>
        {places.length === 0 && <p className="quiet">Nothing of two sides comes near to each other.</p>}
        <ol className="rows">
          {places.map(({ first, gap }) => {
            const key = `${first.key}+${gap.other.key}`;
            const ids = (of: 'runId' | 'partId') => [first, gap.other].flatMap((thing) => thing[of] ?? []);
            return (
              <li key={key}>
                <button
                  type="button"
                  className="linkish"
                  onClick={() =>
                    onShow({ key, at: gap.at.onFirst, partIds: ids('partId'), runIds: ids('runId') })
                  }
                >
                  <span className={gap.verdict === null ? 'good' : 'bad'}>
                    {gap.verdict === null ? '✓' : '✗'}{' '}
                    <span className="figure">{formatLength(gap.gapMm, unit)}</span>
                  </span>{' '}
                  of {formatLength(gap.wantedMm, unit)}: {capital(bareName(plan, first))} and{' '}
                  {bareName(plan, gap.other)}
                </button>
              </li>
            );
          })}
        </ol>
      </section>
      <Trials onShow={onShow} />
    </>
  );
}
