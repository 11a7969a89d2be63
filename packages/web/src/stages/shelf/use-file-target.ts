import { type DragEvent, useState } from 'react';

/** What a file is dropped on: whether one hangs over it, and what it has to listen to. */
export function useFileTarget(take: (file: File) => void) {
  const [isDropping, setDropping] = useState(false);
  const target = {
    onDragOver(event: DragEvent) {
      event.preventDefault();
      setDropping(true);
    },
    onDragLeave: () => setDropping(false),
    onDrop(event: DragEvent) {
      event.preventDefault();
      setDropping(false);
      const file = event.dataTransfer.files[0];
      if (file !== undefined) take(file);
    },
  };
  return { isDropping, target };
}
