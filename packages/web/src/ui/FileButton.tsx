import { Button } from 'antd';
import { type ReactNode, useRef } from 'react';

interface FileButtonProps {
  /** What screen readers call the file, such as `SVG file`. */
  readonly label: string;
  readonly accept: string;
  readonly onFile: (file: File) => void;
  readonly isBusy?: boolean;
  readonly size?: 'small' | 'middle';
  readonly children: ReactNode;
}

/** A button that asks for a file. The same file may be chosen twice. */
export function FileButton({
  label,
  accept,
  onFile,
  isBusy = false,
  size = 'small',
  children,
}: FileButtonProps) {
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
      <Button size={size} loading={isBusy} onClick={() => input.current?.click()}>
        {children}
      </Button>
    </>
  );
}
