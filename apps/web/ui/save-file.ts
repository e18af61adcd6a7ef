/** Hands the browser a file to save. */
export function saveFile(name: string, type: string, text: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[\\/:*?"<>|]/g, ' ');
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
