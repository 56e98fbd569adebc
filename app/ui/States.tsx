import { CircleAlert } from "lucide-react";
import type { ReactNode } from "react";

/** Nothing here yet: what this stage does, and the one action that starts it. */
export function EmptyState({
  title,
  children,
  action,
}: {
  title: string;
  children: ReactNode;
  action?: ReactNode;
}) {
  return (
    <div className="mx-auto grid max-w-[520px] justify-items-start gap-3 py-14">
      <h2>{title}</h2>
      <div className="opacity-85">{children}</div>
      {action}
    </div>
  );
}

/** What went wrong, where, and what to do next. */
export function ErrorState({
  title,
  children,
  action,
}: {
  title: string;
  children: ReactNode;
  action?: ReactNode;
}) {
  return (
    <div
      role="alert"
      className="mx-auto my-10 grid max-w-[560px] justify-items-start gap-3 border-l-4 border-oxide bg-primer-2 p-5"
    >
      <h2 className="flex items-center gap-2">
        <CircleAlert size={20} strokeWidth={1.75} aria-hidden />
        {title}
      </h2>
      <div>{children}</div>
      {action}
    </div>
  );
}

/**
 * Work that takes longer than a moment: what is being done, how far it is, and a way to stop it.
 * @param share null where nobody can tell how far it is
 */
export function ProgressLine({
  what,
  share,
  onCancel,
}: {
  what: string;
  share: number | null;
  onCancel?: () => void;
}) {
  return (
    <div className="grid grid-cols-[1fr_auto] items-center gap-x-3 gap-y-1">
      <span className="truncate text-[14px]">{what}</span>
      {onCancel && (
        <button type="button" className="button !min-h-7" data-kind="quiet" onClick={onCancel}>
          Cancel
        </button>
      )}
      <ProgressBar what={what} share={share} className="col-span-2" />
    </div>
  );
}

/** How far something is, without words. @param share null where nobody can tell */
export function ProgressBar({
  what,
  share,
  className,
}: {
  readonly what: string;
  readonly share: number | null;
  readonly className: string;
}) {
  const percent = Math.round((share ?? 1) * 100);
  return (
    <span
      role="progressbar"
      aria-label={what}
      {...(share === null ? {} : { "aria-valuenow": percent })}
      aria-valuemin={0}
      aria-valuemax={100}
      className={`block h-1.5 rounded-cut bg-primer-3 ${className}`}
    >
      <span
        className={`block h-full rounded-cut bg-verdigris ${share === null ? "opacity-50 motion-safe:animate-pulse" : ""}`}
        style={{ width: `${percent}%` }}
      />
    </span>
  );
}
