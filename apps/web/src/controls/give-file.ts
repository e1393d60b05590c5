/** Gives a text to the browser as a file; the name becomes one that every system takes. */
export function giveFile(name: string, text: string): void {
  const address = URL.createObjectURL(new Blob([text], { type: 'text/plain' }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name.replace(/[^\p{L}\p{N} ._-]+/gu, '').trim();
  link.click();
  URL.revokeObjectURL(address);
}
