/** Has the browser save a text as a file. */
export function saveFile(name: string, text: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  download(url, name);
  // The browser has taken the address once this turn is over.
  setTimeout(() => URL.revokeObjectURL(url));
}

/** Has the browser download what lies at an address, under the name that it comes with unless another is given. */
export function download(url: string, name = ''): void {
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
}
