import { useCallback } from "react";
import { useSearchParams } from "react-router";

const bring = (element: Element | null) => element?.scrollIntoView({ block: "center" });

/**
 * The thing that the address selects.
 * @param name of the parameter that holds its id
 * @returns what a thing's element takes: marked and brought into sight where it is the selected one
 */
export function useSelected(name: string) {
  const [search] = useSearchParams();
  const selected = search.get(name);
  return useCallback(
    (id: string) =>
      id === selected ? ({ "data-selected": true, "aria-current": "true", ref: bring } as const) : {},
    [selected],
  );
}
