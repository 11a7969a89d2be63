import { elementScroll, useVirtualizer, type Virtualizer } from '@tanstack/react-virtual';
import { type ReactNode, type RefObject, useEffect, useRef, useState } from 'react';

/** Shorter lists are drawn whole: they can be searched by the browser, and cost nothing. */
export const DRAWN_WHOLE_UP_TO = 60;

interface LongListProps<Item> {
  readonly items: readonly Item[];
  readonly keyOf: (item: Item) => string;
  /** An item is about so high, px: where it is not in view it is taken to be. */
  readonly aboutPx: number;
  readonly gapPx?: number;
  /** Of lists of lines: the class of the list, whose items are `li`. */
  readonly lines?: string;
  /** The item that has to be in view: brought there when it changes. */
  readonly shownKey?: string | null;
  /** An item; of a list of lines, its `li`. */
  readonly children: (item: Item, i: number) => ReactNode;
}

/** A list in a tray that may be as long as it likes: of a long one, only what is in view is in the page. */
export function LongList<Item>(props: LongListProps<Item>) {
  const { items, children, lines } = props;
  if (items.length > DRAWN_WHOLE_UP_TO) return <Windowed {...props} />;
  const whole = items.map((item, i) => children(item, i));
  return lines === undefined ? whole : <ul className={lines}>{whole}</ul>;
}

/** What of a long list is in view, and how high what is not stands before and after it, px. */
export interface Window {
  readonly inView: readonly { readonly key: string; readonly index: number }[];
  readonly beforePx: number;
  readonly afterPx: number;
  /** Tells how high an item in view is; it says with `data-index` which. */
  readonly measure: (element: Element | null) => void;
}

/** Follows the tray round `list`, the element that holds the items and nothing else. */
export function useWindow<Item>(
  list: RefObject<HTMLElement | null>,
  {
    items,
    keyOf,
    aboutPx,
    gapPx = 0,
    shownKey = null,
  }: Pick<LongListProps<Item>, 'items' | 'keyOf' | 'aboutPx' | 'gapPx' | 'shownKey'>,
): Window {
  const [margin, setMargin] = useState(0);
  const virtualizer = useVirtualizer<HTMLElement, Element>({
    count: items.length,
    getScrollElement: () => scrollerOf(list.current),
    estimateSize: () => aboutPx,
    getItemKey: (i) => keyOf(items[i] as Item),
    gap: gapPx,
    overscan: 5,
    scrollMargin: margin,
    initialRect: ABOUT_A_TRAY,
    observeElementRect: observeSize,
    measureElement: heightOf,
    scrollToFn: scrollWhereNeeded,
  });
  // What stands above the list may have grown or shrunk. It is asked for once the page is laid out, when it costs nothing.
  useEffect(() => {
    const frame = requestAnimationFrame(() => {
      const scroller = scrollerOf(list.current);
      if (scroller === null || list.current === null) return;
      const above =
        list.current.getBoundingClientRect().top - scroller.getBoundingClientRect().top + scroller.scrollTop;
      if (Math.abs(above - margin) > 1) setMargin(above);
    });
    return () => cancelAnimationFrame(frame);
  });
  const shown = shownKey === null ? -1 : items.findIndex((item) => keyOf(item) === shownKey);
  useEffect(() => {
    if (shown >= 0) virtualizer.scrollToIndex(shown, { align: 'auto' });
  }, [shown, virtualizer]);
  const inView = virtualizer.getVirtualItems();
  const [first, last] = [inView[0], inView.at(-1)];
  return {
    inView: inView.map(({ key, index }) => ({ key: String(key), index })),
    beforePx: first === undefined ? 0 : first.start - margin,
    afterPx: last === undefined ? 0 : virtualizer.getTotalSize() - (last.end - margin),
    measure: virtualizer.measureElement,
  };
}

function Windowed<Item>(props: LongListProps<Item>) {
  const { items, gapPx = 0, lines, children } = props;
  const list = useRef<HTMLDivElement>(null);
  const { inView, beforePx, afterPx, measure } = useWindow(list, props);
  const Lines = lines === undefined ? 'div' : 'ul';
  return (
    <div ref={list} style={{ paddingTop: beforePx, paddingBottom: afterPx }}>
      <Lines className={lines} style={{ margin: 0, display: 'flex', flexDirection: 'column', gap: gapPx }}>
        {inView.map(({ key, index }) =>
          lines === undefined ? (
            <div key={key} data-index={index} ref={measure}>
              {children(items[index] as Item, index)}
            </div>
          ) : (
            children(items[index] as Item, index)
          ),
        )}
      </Lines>
    </div>
  );
}

/** Until the tray is measured it is taken to be so large: rather a few lines too many. */
const ABOUT_A_TRAY = { width: 400, height: 900 };

/** Tells the size when it is known anyway. Asking for it at once would lay the whole page out once more. */
function observeSize(
  { scrollElement }: Virtualizer<HTMLElement, Element>,
  tell: (rect: { readonly width: number; readonly height: number }) => void,
): (() => void) | undefined {
  if (scrollElement === null) return;
  const observer = new ResizeObserver(([entry]) => {
    if (entry !== undefined) tell({ width: entry.contentRect.width, height: entry.contentRect.height });
  });
  observer.observe(scrollElement);
  return () => observer.disconnect();
}

/** An item that is new is taken to be as high as those are about; its height is told once the page is laid out. Asking for it would lay it out at once. */
function heightOf(
  element: Element,
  entry: ResizeObserverEntry | undefined,
  list: Virtualizer<HTMLElement, Element>,
): number {
  const known = list.measurementsCache[list.indexFromElement(element)]?.size ?? 0;
  return Math.round(entry?.borderBoxSize[0]?.blockSize ?? known);
}

/** A list that is there already is not scrolled there. */
function scrollWhereNeeded(
  offset: number,
  options: { readonly adjustments?: number; readonly behavior?: ScrollBehavior },
  list: Virtualizer<HTMLElement, Element>,
): void {
  if (offset + (options.adjustments ?? 0) !== list.scrollOffset) elementScroll(offset, options, list);
}

/** The tray that scrolls round an element. */
function scrollerOf(element: HTMLElement | null): HTMLElement | null {
  return element?.closest<HTMLElement>('.tray-scroll, .tray, .own-scroll') ?? null;
}
