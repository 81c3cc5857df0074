/**
 * The labels of a field or button: those that name it by its id, and the one it stands in. The page of the tests would walk through
 * everything in it for each that is asked about, a tenth of all the time such tests took.
 */
function labelsOf(this: HTMLElement): HTMLLabelElement[] {
  const around = this.closest('label');
  return [...this.ownerDocument.getElementsByTagName('label')].filter((label) =>
    label.htmlFor ? label.htmlFor === this.id : label === around && label.control === this,
  );
}

/** Labels are found from the field, and not by looking at all there is. */
export function findLabelsAtOnce(): void {
  for (const kind of [HTMLButtonElement, HTMLInputElement, HTMLSelectElement, HTMLTextAreaElement])
    Object.defineProperty(kind.prototype, 'labels', { configurable: true, get: labelsOf });
}
