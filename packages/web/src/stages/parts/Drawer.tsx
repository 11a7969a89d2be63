import { type CardFacts, cardFacts } from '@sashiko/core/advice/card-facts';
import { clothOutline } from '@sashiko/core/cloth/cloth';
import { kindOfOwnPart } from '@sashiko/core/parts/own-part';
import type { OwnPart } from '@sashiko/core/parts/own-part-schema';
import { takesColour } from '@sashiko/core/parts/part-element';
import { DRAWERS, type Drawer as DrawerName, type PartKind } from '@sashiko/core/parts/part-kind';
import { PART_KINDS } from '@sashiko/core/parts/part-kinds';
import { keepOwnPart } from '@sashiko/core/plan/edits/own-part-edits';
import { Button, Input } from 'antd';
import { useLiveQuery } from 'dexie-react-hooks';
import { memo, useDeferredValue, useEffect, useRef, useState } from 'react';
import { roomiestPlace } from '../../canvas/clamp.ts';
import { placeAt } from '../../canvas/place-tool.ts';
import { listOwnParts } from '../../storage/own-parts.ts';
import { panelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan, useCommittedPlan, usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Colours } from './Colours.tsx';
import { OwnPartEditor } from './OwnPartEditor.tsx';
import { PartPicture } from './PartPicture.tsx';

/** A drawer that is to be shown; asked for anew it is another one. */
export interface WantedDrawer {
  readonly drawer: DrawerName;
}

/** Everything that can be sewn on, by drawer; what the maker described comes first. */
export const Drawer = memo(function Drawer({ wanted }: { readonly wanted: WantedDrawer | null }) {
  const [search, setSearch] = useState('');
  const sections = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (wanted === null) return;
    setSearch('');
    const section = sections.current?.querySelector(`[data-drawer="${wanted.drawer}"]`);
    section?.scrollIntoView({ block: 'start' });
    section?.querySelector<HTMLElement>('.part-card')?.focus({ preventScroll: true });
  }, [wanted]);
  const [colourId, setColourId] = useState('warm-white');
  const own = useOwnParts();
  const [edited, setEdited] = useState<OwnPart | 'new' | null>(null);
  const plan = useDeferredValue(useCommittedPlan());
  const factsOf = (kind: PartKind): CardFacts => cardFacts(plan, kind, colourId);
  const words = search.trim().toLowerCase();
  const matches = (kind: PartKind): boolean =>
    words === '' ||
    `${kind.title} ${kind.noun} ${kind.description} ${kind.drawer}`.toLowerCase().includes(words);
  const drawers = DRAWERS.map((drawer) => ({
    drawer,
    kinds: PART_KINDS.filter(
      // A free end comes with its thread.
      (kind) => kind.drawer === drawer && kind.threadEnd === undefined && matches(kind),
    ),
  })).filter(({ kinds }) => kinds.length > 0);
  return (
    <div ref={sections} className="drawers">
      <Input
        allowClear
        size="small"
        placeholder="Find a part"
        aria-label="Find a part"
        value={search}
        onChange={(event) => setSearch(event.target.value)}
      />
      {drawers.map(({ drawer, kinds }) => (
        <section key={drawer} data-drawer={drawer}>
          <h2>{drawer}</h2>
          <div className="drawer">
            {byFit(kinds, factsOf).map(({ kind, facts }) => (
              <PartCard key={kind.id} kind={kind} colourId={colourId} power={facts.power} fit={facts.fit} />
            ))}
          </div>
          {drawer === 'Lights' && (
            <Colours value={colourId} onChange={setColourId} label="Colour of the next light" />
          )}
        </section>
      ))}
      <section>
        <h2>Your own parts</h2>
        {own.length > 0 && (
          <div className="drawer">
            {own
              .filter((part) => matches(kindOfOwnPart(part)))
              .map((part) => (
                <PartCard
                  key={part.id}
                  kind={kindOfOwnPart(part)}
                  colourId={colourId}
                  power={factsOf(kindOfOwnPart(part)).power}
                  fit={factsOf(kindOfOwnPart(part)).fit}
                  own={part}
                  onEdit={setEdited}
                />
              ))}
          </div>
        )}
        <div className="buttons">
          <Button size="small" onClick={() => setEdited('new')}>
            Describe a part
          </Button>
        </div>
      </section>
      {edited !== null && (
        <OwnPartEditor part={edited === 'new' ? null : edited} onDone={() => setEdited(null)} />
      )}
    </div>
  );
});

/** What goes with the plan first; else in the order of the drawer. */
function byFit(
  kinds: readonly PartKind[],
  factsOf: (kind: PartKind) => CardFacts,
): ReadonlyArray<{ readonly kind: PartKind; readonly facts: CardFacts }> {
  return kinds.map((kind) => ({ kind, facts: factsOf(kind) })).sort((a, b) => a.facts.rank - b.facts.rank);
}

/** The parts described in this plan, and those kept in this browser that it does not have. */
function useOwnParts(): readonly OwnPart[] {
  const { ownParts } = useCommittedPlan();
  const kept = useLiveQuery(listOwnParts, []) ?? [];
  const here = Object.values(ownParts);
  return [...here, ...kept.filter((part) => !Object.hasOwn(ownParts, part.id))];
}

interface PartCardProps {
  readonly kind: PartKind;
  readonly colourId: string;
  /** What power it gives, and how it goes with the plan, in words. */
  readonly power: string | null;
  readonly fit: string | null;
  readonly own?: OwnPart;
  readonly onEdit?: (own: OwnPart) => void;
}

/** A part of the drawer: pressed, it is in hand; by key it is placed where there is most room. */
const PartCard = memo(function PartCard({ kind, colourId, power, fit, own, onEdit }: PartCardProps) {
  const isHeld = useViewStore(({ tool }) => tool.kind === 'place' && tool.kindId === kind.id);
  const { setTool } = useViewStore.getState();
  const take = (): void => {
    // A part of this browser comes into the plan with its description when it is first taken.
    const isForeign = own !== undefined && currentPlan().ownParts[own.id] === undefined;
    if (isForeign && !usePlanStore.getState().commit(keepOwnPart(currentPlan(), own))) return;
    setTool({ kind: 'place', kindId: kind.id, colourId, turnDeg: 0 });
  };
  return (
    <div className="part-slot">
      <button
        type="button"
        className="part-card"
        title={kind.description}
        aria-label={kind.title}
        aria-description={[power, fit].filter((words) => words !== null).join(', ')}
        aria-pressed={isHeld}
        onPointerDown={(event) => {
          // Let go of the pointer, so that it can be dragged over to the cloth.
          event.currentTarget.releasePointerCapture(event.pointerId);
          take();
        }}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' && event.key !== ' ') return;
          event.preventDefault();
          take();
          placeAt(roomiestPlace(clothOutline(panelInHand(currentPlan()))), false);
        }}
      >
        <PartPicture kind={kind} colourId={takesColour(kind) ? colourId : undefined} />
        {kind.title}
        {power !== null && <span className="card-fact">{power}</span>}
        {fit !== null && <span className="card-fact">{fit}</span>}
      </button>
      {onEdit !== undefined && own !== undefined && (
        <button
          type="button"
          className="linkish quiet"
          onClick={() => onEdit(own)}
          aria-label={`Change ${kind.title}`}
        >
          change
        </button>
      )}
    </div>
  );
});
