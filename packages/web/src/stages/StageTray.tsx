import type { NextAct } from '@sashiko/core/advice/what-next';
import { Segmented } from 'antd';
import type { ReactNode } from 'react';
import { Filled } from '../ui/Filled.tsx';
import { PanelBar } from './PanelBar.tsx';
import { StageIdeaLeaf } from './StageIdeaLeaf.tsx';
import { type StageId, titleOf } from './stages.ts';
import { WhatNext } from './WhatNext.tsx';

/** What has the tray to itself. */
export interface Alone {
  /** Where the way back leads, in words. */
  readonly back: string;
  readonly onBack: () => void;
  readonly children: ReactNode;
}

/** The tray beside the drawing of a stage: its leaves by name, and the one that is open. */
export function StageTray<Name extends string>({
  stage,
  question,
  leaves,
  open,
  onOpen,
  alone = null,
  dock = null,
  onNext,
  children,
}: {
  readonly stage: StageId;
  /** Names the choice of leaves for those who do not see it. */
  readonly question: string;
  readonly leaves: readonly Name[];
  readonly open: Name;
  readonly onOpen: (name: Name) => void;
  /** What has the tray to itself, with a way back to the leaves. */
  readonly alone?: Alone | null;
  /** What stays in sight below the leaf, whichever is open. */
  readonly dock?: ReactNode;
  /** What the button of what comes next does here. */
  readonly onNext?: (act: NextAct) => void;
  readonly children: ReactNode;
}) {
  return (
    <aside className="tray docked" aria-label={titleOf(stage)}>
      <WhatNext stage={stage} onNext={onNext} />
      <PanelBar />
      <nav className="tray-tabs">
        {alone === null ? (
          <Segmented
            aria-label={question}
            block
            size="small"
            value={open}
            options={[...leaves]}
            onChange={onOpen}
          />
        ) : (
          <button type="button" className="tray-back" onClick={alone.onBack}>
            <span aria-hidden="true">←</span> {alone.back}
          </button>
        )}
      </nav>
      {/* The leaf stays as it was left, with what was searched and typed in it. */}
      <div className="tray-scroll" hidden={alone !== null}>
        <Filled key={open}>{children}</Filled>
        <StageIdeaLeaf stage={stage} />
      </div>
      {alone !== null && <div className="tray-scroll">{alone.children}</div>}
      {dock !== null && <div className="tray-dock">{dock}</div>}
    </aside>
  );
}
