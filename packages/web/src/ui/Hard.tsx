import { Popover } from 'antd';
import { GLOSSARY, type TermId } from './glossary.ts';

/** A small `?` beside a hard word: what it says, on click, Enter or touch. */
export function Hard({ term }: { readonly term: TermId }) {
  const { word, says } = GLOSSARY[term];
  return (
    <Popover trigger="click" title={word} content={<p className="hard-says">{says}</p>}>
      <button type="button" className="hard" aria-label={`What does “${word}” mean?`}>
        ?
      </button>
    </Popover>
  );
}
