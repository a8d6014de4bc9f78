/** Hands the steward a file: the browser's own download. */
export function saveBytes(name: string, bytes: Uint8Array<ArrayBuffer>, type = 'application/octet-stream'): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([bytes], { type }));
  link.download = name.replace(/[\\/:*?"<>|]/g, '-');
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}
