/** Gives a file to the browser's downloads. */
export function saveFile(name: string, bytes: Uint8Array<ArrayBuffer>): void {
  const address = URL.createObjectURL(new Blob([bytes], { type: 'application/octet-stream' }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}
