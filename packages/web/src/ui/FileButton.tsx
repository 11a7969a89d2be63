import { Button } from 'antd';
import type { ComponentProps, ReactNode } from 'react';
import { FileAsk } from './FileAsk.tsx';

interface FileButtonProps extends Omit<ComponentProps<typeof FileAsk>, 'children'> {
  readonly isBusy?: boolean;
  readonly size?: 'small' | 'middle';
  readonly children: ReactNode;
}

/** A button that asks for a file. */
export function FileButton({ isBusy = false, size = 'small', children, ...ask }: FileButtonProps) {
  return (
    <FileAsk {...ask}>
      {(choose) => (
        <Button size={size} loading={isBusy} onClick={choose}>
          {children}
        </Button>
      )}
    </FileAsk>
  );
}
