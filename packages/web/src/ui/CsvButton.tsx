import { toCsv } from '@sashiko/core/formats/csv';
import { Button } from 'antd';
import { download, fileName } from './download.ts';

interface CsvButtonProps {
  /** What the table holds: part of the file's name. */
  readonly what: string;
  readonly planName: string;
  readonly head: readonly string[];
  readonly rows: () => ReadonlyArray<ReadonlyArray<string | number>>;
}

/** Hands a table to the maker as a file that any spreadsheet opens. */
export function CsvButton({ what, planName, head, rows }: CsvButtonProps) {
  return (
    <Button
      size="small"
      onClick={() => download(fileName(`${planName} ${what}`, '.csv'), 'text/csv', toCsv(head, rows()))}
    >
      Save as CSV
    </Button>
  );
}
