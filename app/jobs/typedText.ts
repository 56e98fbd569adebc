/** A field of a form whose content somebody types or chooses. */
export type TypedField = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

const isTicked = (field: TypedField): field is HTMLInputElement =>
  field instanceof HTMLInputElement && (field.type === "checkbox" || field.type === "radio");

/** What a field holds, as text. */
export const valueOf = (field: TypedField): string => (isTicked(field) ? String(field.checked) : field.value);

/**
 * What a field was drawn with: the value that is kept. A choice says it beside itself, since the page cannot
 * ask.
 */
export function defaultOf(field: TypedField): string {
  if (isTicked(field)) return String(field.defaultChecked);
  return field instanceof HTMLSelectElement ? (field.dataset.default ?? field.value) : field.defaultValue;
}

export function setValue(field: TypedField, value: string): void {
  if (isTicked(field)) field.checked = value === "true";
  else field.value = value;
}

/** The fields of a form that hold something of the builder's. */
export const fieldsOf = (form: HTMLFormElement): readonly TypedField[] =>
  [...form.querySelectorAll<TypedField>("input[name], textarea[name], select[name]")].filter(
    (field) => !(field instanceof HTMLInputElement && (field.type === "hidden" || field.type === "file")),
  );

/** Whether anything on the page was typed or chosen and not yet set. */
export const hasTypedText = (): boolean =>
  [...document.querySelectorAll("form")].some((form) =>
    fieldsOf(form).some((field) => valueOf(field) !== defaultOf(field)),
  );
