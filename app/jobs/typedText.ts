type Typed = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

/** What a field held when it was drawn: what differs was typed and not yet set. */
function isTyped(field: Typed): boolean {
  if (field instanceof HTMLSelectElement) return [...field.options].some((o) => o.selected !== o.defaultSelected);
  if (field instanceof HTMLInputElement && (field.type === "checkbox" || field.type === "radio")) {
    return field.checked !== field.defaultChecked;
  }
  if (field instanceof HTMLInputElement && field.type === "file") return (field.files?.length ?? 0) > 0;
  return field.value !== field.defaultValue;
}

/** Whether anything on the page was typed or chosen and not yet set. */
export const hasTypedText = (): boolean =>
  [...document.querySelectorAll<Typed>("form input, form textarea, form select")].some(isTyped);
