/** Has the browser save a text as a file. */
export function saveFile(name: string, text: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser has taken the address once this turn is over.
  setTimeout(() => URL.revokeObjectURL(url));
}
