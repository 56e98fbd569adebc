import { type InputHTMLAttributes, type ReactNode, type SelectHTMLAttributes, useId } from "react";
import type { Problem } from "#core/outcome";

type Common = { label: string; name: string; hint?: ReactNode; problems?: readonly Problem[] | undefined };

const problemOf = (name: string, problems: readonly Problem[] | undefined) =>
  problems?.find((p) => p.path.join("/") === name || p.path[0] === name);

/** A labelled text field; its problem stands below it and is read with it. */
export function Field({
  label,
  name,
  hint,
  problems,
  ...rest
}: Common & InputHTMLAttributes<HTMLInputElement>) {
  const id = useId();
  const problem = problemOf(name, problems);
  return (
    <div className="grid min-w-0 grid-cols-1 gap-1">
      <label htmlFor={id} className="text-[13px] text-ink-2">
        {label}
      </label>
      <input
        id={id}
        name={name}
        className="input"
        aria-invalid={problem ? true : undefined}
        aria-describedby={problem || hint ? `${id}-more` : undefined}
        autoComplete="off"
        {...rest}
      />
      {(problem || hint) && (
        <p id={`${id}-more`} className={`text-[13px] ${problem ? "text-oxide" : "text-ink-2"}`}>
          {problem ? problem.message : hint}
        </p>
      )}
    </div>
  );
}

/** A labelled choice among few. */
export function Choice({
  label,
  name,
  hint,
  problems,
  options,
  ...rest
}: Common &
  SelectHTMLAttributes<HTMLSelectElement> & {
    options: readonly (readonly [value: string, text: string])[];
  }) {
  const id = useId();
  const problem = problemOf(name, problems);
  return (
    <div className="grid min-w-0 grid-cols-1 gap-1">
      <label htmlFor={id} className="text-[13px] text-ink-2">
        {label}
      </label>
      <select
        id={id}
        name={name}
        className="input"
        data-default={rest.defaultValue === undefined ? undefined : String(rest.defaultValue)}
        aria-invalid={problem ? true : undefined}
        aria-describedby={problem || hint ? `${id}-more` : undefined}
        {...rest}
      >
        {options.map(([value, text]) => (
          <option key={value} value={value}>
            {text}
          </option>
        ))}
      </select>
      {(problem || hint) && (
        <p id={`${id}-more`} className={`text-[13px] ${problem ? "text-oxide" : "text-ink-2"}`}>
          {problem ? problem.message : hint}
        </p>
      )}
    </div>
  );
}

/** A tick with its words. */
export function Tick({ label, ...rest }: { label: string } & InputHTMLAttributes<HTMLInputElement>) {
  return (
    <label className="flex items-center gap-2 py-1">
      <input type="checkbox" className="size-[18px] accent-[var(--ink)]" {...rest} />
      {label}
    </label>
  );
}

/** Problems that belong to no field: one list above the form. */
export function Problems({
  problems,
  fields = [],
}: {
  problems: readonly Problem[] | undefined;
  fields?: readonly string[];
}) {
  const rest = problems?.filter((p) => !fields.includes(String(p.path[0]))) ?? [];
  if (rest.length === 0) return null;
  return (
    <div role="alert" className="panel border-l-4 border-oxide">
      <ul className="grid min-w-0 grid-cols-1 gap-1">
        {rest.slice(0, 12).map((p, i) => (
          <li key={i}>
            {p.path.length > 0 && <span className="figures text-ink-2">{p.path.join("/")}: </span>}
            {p.message}
          </li>
        ))}
        {rest.length > 12 && <li className="text-ink-2">and {rest.length - 12} more.</li>}
      </ul>
    </div>
  );
}
