/** Hands a text or bytes to the person as a file. @example saveFile('sendero-visits.ics', 'text/calendar', text) */
export function saveFile(name: string, type: string, content: BlobPart): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([content], { type }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
