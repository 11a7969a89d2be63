import { paceFactor } from '@sashiko/core/sewing/pace';
import { WORK_KINDS, type WorkKind } from '@sashiko/core/sewing/step';
import { Button } from 'antd';
import { useMakerStore } from '../../stores/maker-store.ts';
import { Row } from '../../ui/Row.tsx';

/** Kinds of work whose pace is learned apart. */
const WORDS: Readonly<Record<WorkKind, string>> = {
  prepare: 'Preparing',
  sew: 'Sewing',
  test: 'Testing',
  finish: 'Finishing',
};

/** What was learnt of the maker's own times, and a way to forget it. */
export function PaceSection() {
  const pace = useMakerStore((state) => state.pace);
  const forget = useMakerStore((state) => state.forgetPace);
  const known = WORK_KINDS.filter((kind) => pace[kind].length > 0);
  return (
    <section aria-label="Your pace">
      <h2>Your pace</h2>
      {known.length === 0 ? (
        <p className="quiet">
          Times are estimated at an easy pace. Steps ticked at the table are timed, and the estimate learns
          from them.
        </p>
      ) : (
        <>
          {known.map((kind) => (
            <Row
              key={kind}
              label={`${WORDS[kind]}, from ${pace[kind].length} ${pace[kind].length === 1 ? 'step' : 'steps'}`}
              value={`× ${paceFactor(pace, kind).toFixed(2)}`}
            />
          ))}
          <Button size="small" onClick={forget}>
            Forget it
          </Button>
        </>
      )}
    </section>
  );
}
