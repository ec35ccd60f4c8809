/** Hands a file that was made here to the browser to keep. */
export function saveFile(content: BlobPart, type: string, name: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}
