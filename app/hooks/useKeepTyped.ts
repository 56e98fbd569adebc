import { type RefObject, useEffect, useLayoutEffect, useRef, useState } from "react";
import { defaultOf, fieldsOf, setValue, type TypedField, valueOf } from "#app/jobs/typedText";

const labelOf = (field: TypedField) => field.labels?.[0]?.textContent?.trim() || field.name;

/**
 * A form whose fields follow what is kept, and keep what was typed and not yet set: another tab, an undo or a
 * job may change
 * the same thing meanwhile. What was sent with the form counts as set.
 * @param version text of all that the form shows; it follows when that changes. One that counts rows makes a
 * form that adds
 *   one empty again after it was sent
 * @returns what the form is held by, and the names of fields that were changed elsewhere while something is
 * typed in them
 */
export function useKeepTyped(
  version: string | number,
): readonly [RefObject<HTMLFormElement | null>, readonly string[]] {
  const form = useRef<HTMLFormElement>(null);
  const drawn = useRef(new Map<string, string>());
  const sent = useRef(new Map<string, string>());
  const [elsewhere, setElsewhere] = useState<readonly string[]>([]);
  useEffect(() => {
    const held = form.current;
    if (!held) return undefined;
    const onSubmit = () => {
      sent.current = new Map(fieldsOf(held).map((field) => [field.name, valueOf(field)]));
      setElsewhere([]);
    };
    held.addEventListener("submit", onSubmit, true);
    return () => held.removeEventListener("submit", onSubmit, true);
  }, []);
  useLayoutEffect(() => {
    if (!form.current) return;
    const typed: string[] = [];
    for (const field of fieldsOf(form.current)) {
      const before = drawn.current.get(field.name);
      const now = defaultOf(field);
      const holds = valueOf(field);
      const isSet = before === undefined || holds === before || holds === sent.current.get(field.name);
      if (isSet) setValue(field, now);
      else if (before !== now && holds !== now) typed.push(labelOf(field));
      drawn.current.set(field.name, now);
    }
    sent.current = new Map();
    setElsewhere(typed);
  }, [version]);
  return [form, elsewhere];
}
