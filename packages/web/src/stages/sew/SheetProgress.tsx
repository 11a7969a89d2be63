import { Button } from 'antd';
import type { SheetWork } from '../../stores/sheet-store.ts';

/** How far the sheet is, or the way to have it worked out again; nothing when it is up to date. */
export function SheetProgress({ share, again }: Pick<SheetWork, 'share' | 'again'>) {
  if (again !== null)
    return (
      <p role="status">
        The sheet could not be worked out. <Button onClick={again}>Work it out again</Button>
      </p>
    );
  if (share === null) return null;
  return (
    <p className="quiet" role="status">
      Working out the sheet, {Math.round(share * 100)} % …
    </p>
  );
}
