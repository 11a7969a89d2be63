import { type ReactNode, useRef } from 'react';

interface FileAskProps {
  /** What screen readers call the file, such as `SVG file`. */
  readonly label: string;
  readonly accept: string;
  readonly onFile: (file: File) => void;
  /** What is pressed to choose one. */
  readonly children: (ask: () => void) => ReactNode;
}

/** Asks for a file. The same may be chosen twice. */
export function FileAsk({ label, accept, onFile, children }: FileAskProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={accept}
        className="visually-hidden"
        tabIndex={-1}
        aria-label={label}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file !== undefined) onFile(file);
        }}
      />
      {children(() => input.current?.click())}
    </>
  );
}
