/** Hands a file to the maker. */
export function download(name: string, type: string, content: string | Uint8Array): void {
  const blob = new Blob([content as BlobPart], { type });
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser has taken hold of the data by then.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A plan's name as the name of a file. */
export function fileName(planName: string, ending: string): string {
  const base = planName
    .normalize('NFKD')
    .replaceAll(/[^\w -]+/g, '')
    .trim()
    .replaceAll(/\s+/g, '-')
    .toLowerCase();
  return `${base === '' ? 'plan' : base}${ending}`;
}
