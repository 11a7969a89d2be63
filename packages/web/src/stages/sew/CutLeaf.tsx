import type { Piece } from '@sashiko/core/pieces/piece';
import { writeCut } from '@sashiko/core/plan/edits/sewing-edits';
import { signMark } from '@sashiko/core/plan/hole-names';
import type { Plan } from '@sashiko/core/plan/schema';
import { judgeCut, spoolUse } from '@sashiko/core/sewing/cut-check';
import { maybeThreadKind } from '@sashiko/core/thread/thread-kinds';
import { formatLength, formatLengthBare, maybeParseLengthMm } from '@sashiko/core/units/length';
import { Input } from 'antd';
import { useState } from 'react';
import { usePlanStore } from '../../stores/plan-store.ts';
import { Hard } from '../../ui/Hard.tsx';
import { Row } from '../../ui/Row.tsx';

/** Every piece of thread with what it is made up of, the length the maker cut, and what the spools give. */
export function CutLeaf({ plan, pieces }: { readonly plan: Plan; readonly pieces: readonly Piece[] }) {
  return (
    <>
      <SpoolRows plan={plan} pieces={pieces} />
      <section>
        <h2>
          Pieces of thread{plan.kits.count > 1 ? ', for one kit' : ''} <Hard term="piece" />
        </h2>
        {pieces.map((piece, i) => (
          <PieceCard key={piece.id} plan={plan} piece={piece} number={i + 1} />
        ))}
        {pieces.length === 0 && <p>No threads are drawn yet: draw or route them on the Thread stage.</p>}
      </section>
    </>
  );
}

/** How much of each spool is used, and whether it lasts. */
function SpoolRows({ plan, pieces }: { readonly plan: Plan; readonly pieces: readonly Piece[] }) {
  const uses = spoolUse(plan, pieces);
  if (uses.length === 0) return null;
  const metres = (mm: number): string => `${(mm / 1000).toFixed(2)} m`;
  return (
    <section>
      <h2>Thread{plan.kits.count > 1 ? ` for ${plan.kits.count} kits` : ''}</h2>
      {uses.map(({ threadId, title, neededMm, leftMm }) => (
        <div key={threadId}>
          <Row label={title} value={metres(neededMm)} />
          {leftMm !== null && (
            <p className={leftMm < neededMm ? 'plus' : 'quiet'}>
              {leftMm < neededMm
                ? `! The spool holds ${metres(leftMm)}: ${metres(neededMm - leftMm)} too little.`
                : `${metres(leftMm - neededMm)} will be left on the spool.`}
            </p>
          )}
        </div>
      ))}
    </section>
  );
}

/** One length to cut: net, knots and spare apart. */
function PieceCard({
  plan,
  piece,
  number,
}: {
  readonly plan: Plan;
  readonly piece: Piece;
  readonly number: number;
}) {
  const { unit } = plan.habits;
  const side = piece.side === '+' || piece.side === '-' ? `${signMark(piece.side)} side` : 'no side yet';
  const strands = piece.strands === 1 ? 'single' : `${piece.strands} strands`;
  const rows = [
    ...piece.addends.map(({ what, mm }) => ({ what, mm, isSum: false })),
    { what: 'stays in the cloth', mm: piece.netMm, isSum: true },
  ];
  return (
    <div className="cut">
      <div className="row">
        <strong>
          Piece {number}, {side}
        </strong>
        <span className="figure">
          {piece.manner === 'machine' ? 'wind' : 'cut'}{' '}
          {piece.lengthsMm.map((mm) => formatLength(mm, unit, 0)).join(' + ')}
        </span>
      </div>
      <p className="quiet">
        {maybeThreadKind(piece.threadId)?.title}, {strands}
      </p>
      <table>
        <tbody>
          {rows.map(({ what, mm, isSum }) => (
            <tr key={what} className={isSum ? 'sum' : ''}>
              <td>{what}</td>
              <td>{formatLength(mm, unit, 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {piece.isLong && (
        <p className="quiet">
          Longer than your longest piece, because one line alone is: it may tangle. The habit “spliced” cuts
          it into shorter ones.
        </p>
      )}
      <OwnCut plan={plan} piece={piece} number={number} />
    </div>
  );
}

/** The length the maker cut, and whether it will do. */
function OwnCut({
  plan,
  piece,
  number,
}: {
  readonly plan: Plan;
  readonly piece: Piece;
  readonly number: number;
}) {
  const commit = usePlanStore((state) => state.commit);
  const { unit } = plan.habits;
  const cutMm = plan.cuts[piece.id]?.mm;
  const [draft, setDraft] = useState<string | null>(null);
  const isBad = draft !== null && draft.trim() !== '' && maybeParseLengthMm(draft, unit) === null;
  const take = (): void => {
    if (draft === null || isBad) return;
    setDraft(null);
    const mm = maybeParseLengthMm(draft, unit);
    if (mm !== cutMm && (mm !== null || cutMm !== undefined)) commit(writeCut(plan, piece.id, mm));
  };
  const judgement = cutMm === undefined ? null : judgeCut(plan, piece, cutMm);
  const signs = { ample: '✓', tight: '!', short: '✗' } as const;
  return (
    <>
      <div className="field">
        <label htmlFor={`cut-${piece.id}`}>I cut{piece.lengthsMm.length > 1 ? ' in all' : ''}</label>
        <Input
          id={`cut-${piece.id}`}
          aria-label={`Length cut for piece ${number}`}
          size="small"
          placeholder="as above"
          value={draft ?? (cutMm === undefined ? '' : formatLengthBare(cutMm, unit, 0))}
          suffix={unit}
          status={isBad ? 'error' : ''}
          onChange={(event) => setDraft(event.target.value)}
          onBlur={take}
          onPressEnter={take}
        />
      </div>
      {isBad && <p className="plus">Type a length, such as 420 mm.</p>}
      {judgement !== null && (
        <p role="status" className={judgement.verdict === 'short' ? 'plus' : ''}>
          {signs[judgement.verdict]} {judgement.text}
        </p>
      )}
    </>
  );
}
