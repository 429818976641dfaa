/** Gives a file to the browser to be saved under a name. */
export function download(name: string, type: string, content: string | Uint8Array<ArrayBuffer>): void {
  const address = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  // The browser has taken the file once the click is through.
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}

/** A name fit for a file: "Small body, 24 mm" becomes "small-body-24-mm". */
export function fileName(name: string): string {
  return (
    name
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/gu, '-')
      .replace(/^-|-$/gu, '') || 'rig'
  );
}
