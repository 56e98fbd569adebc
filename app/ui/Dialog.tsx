import { Dialog as Radix } from "radix-ui";
import type { ReactNode } from "react";

/** A dialog with one question. Escape and the outside close it. */
export function Dialog({ open, onOpenChange, title, description, children }: { open: boolean; onOpenChange: (open: boolean) => void; title: string; description?: string; children: ReactNode }) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="overlay z-40" />
        <Radix.Content className="dialog z-50" {...(description ? {} : { "aria-describedby": undefined })}>
          <Radix.Title className="mb-1 text-[22px]">{title}</Radix.Title>
          {description && <Radix.Description className="mb-3 text-ink-2">{description}</Radix.Description>}
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
