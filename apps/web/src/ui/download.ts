/** Hands a file to the browser to save. */
export function download(name: string, content: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(content);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** A file's name from a job's title: plain letters, digits and hyphens. */
export function fileName(title: string, extension: string): string {
  const plain = title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  return `${plain === '' ? 'job' : plain}.${extension}`;
}
