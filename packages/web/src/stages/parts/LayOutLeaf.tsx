import { FitLeaf } from './FitLeaf.tsx';
import { SpreadLeaf } from './SpreadLeaf.tsx';
import { StrandLeaf } from './StrandLeaf.tsx';

/** Ways to lay parts out by rule: along a line, as a strand, into openings. */
export function LayOutLeaf() {
  return (
    <>
      <SpreadLeaf />
      <StrandLeaf />
      <FitLeaf />
    </>
  );
}
