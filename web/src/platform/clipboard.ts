/** Puts a text on the clipboard; false where this browser does not give it away (no permission, or a page that is not encrypted). */
export async function copied(text: string): Promise<boolean> {
  if (!('clipboard' in navigator)) return false;
  return navigator.clipboard.writeText(text).then(
    () => true,
    () => false,
  );
}
