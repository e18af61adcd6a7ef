/** The type of a workbook's file. */
export const WORKBOOK = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** Hands the browser a file to save. */
export function saveFile(name: string, type: string, content: string | Uint8Array): void {
  saveBlob(name, new Blob([content as BlobPart], { type }));
}

export function saveBlob(name: string, content: Blob): void {
  const url = URL.createObjectURL(content);
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[\\/:*?"<>|]/g, ' ');
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
