/** Offers what was made as a file. */
export function saveFile(name: string, type: string, body: BlobPart): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([body], { type }));
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}
