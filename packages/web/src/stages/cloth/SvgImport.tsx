import { describeToMaker } from '@sashiko/core/errors/problem';
import type { SvgDrawing } from '@sashiko/core/formats/svg-import';
import { useEffect, useState } from 'react';
import { useDroppedStore } from '../../stores/dropped-store.ts';
import { usePlanStore } from '../../stores/plan-store.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { readTextFile } from '../../ui/read-file.ts';
import { ChooseLines } from './ChooseLines.tsx';

/** A file's lines, with what each of them is to become. */
export function SvgImport() {
  const [drawing, setDrawing] = useState<SvgDrawing | null>(null);
  const read = async (file: File): Promise<void> => {
    // Reading an SVG takes an XML parser and a CSS parser: they are fetched when a file is chosen.
    const { LARGEST_SVG_CHARACTERS, readSvg } = await import('@sashiko/core/formats/svg-import');
    const text = await readTextFile(file, LARGEST_SVG_CHARACTERS, 'svg-too-large');
    const result = text.ok ? readSvg(text.value) : text;
    if (result.ok) setDrawing(result.value);
    else usePlanStore.getState().tell(describeToMaker(result.problem), 'problem');
  };
  const waiting = useDroppedStore((state) => state.waiting);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a file is taken once
  useEffect(() => {
    const file = useDroppedStore.getState().take('svg');
    if (file !== null) void read(file);
  }, [waiting]);
  return (
    <>
      <FileButton label="SVG file" accept=".svg,image/svg+xml" onFile={(file) => void read(file)}>
        Bring in an SVG
      </FileButton>
      {drawing !== null && <ChooseLines drawing={drawing} onDone={() => setDrawing(null)} />}
    </>
  );
}
