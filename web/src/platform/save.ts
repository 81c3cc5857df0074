/** Hands a made file to the browser to save. */
export function saveAs(name: string, type: string, content: string): void {
  const url = URL.createObjectURL(new Blob([content], { type: `${type};charset=utf-8` }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[^\w.-]+/g, '-');
  link.click();
  URL.revokeObjectURL(url);
}
