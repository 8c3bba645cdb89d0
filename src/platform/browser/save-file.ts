/** Hands a file to the person: the browser saves it where she keeps such things. */
export function saveFile(name: string, type: string, content: string | Blob): void {
  const address = URL.createObjectURL(content instanceof Blob ? content : new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}
