import { Dialog as Radix } from "radix-ui";
import { type ReactNode, useRef } from "react";

type Props = {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly title: string;
  readonly description?: string;
  readonly children: ReactNode;
};

/** Where the focus was: an item of a menu stands for the button that opened the menu. */
function opener(): HTMLElement | null {
  const focused = document.activeElement;
  const menu = focused?.closest('[role="menu"]');
  const button = menu && document.getElementById(menu.getAttribute("aria-labelledby") ?? "");
  return button ?? (focused instanceof HTMLElement ? focused : null);
}

/**
 * A dialog with one question. Escape and the outside close it, and the focus goes back to where it came from.
 * Its first button
 * or field has the focus when it opens: in one that destroys, that is the way to keep things.
 */
export function Dialog({ open, onOpenChange, title, description, children }: Props) {
  const from = useRef<HTMLElement | null>(null);
  const back = (event: Event) => {
    event.preventDefault();
    const to = from.current?.isConnected ? from.current : document.querySelector<HTMLElement>("main");
    if (to !== document.body) to?.focus();
  };
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="overlay z-40" />
        <Radix.Content
          className="dialog z-50"
          onOpenAutoFocus={() => (from.current = opener())}
          onCloseAutoFocus={back}
          {...(description ? {} : { "aria-describedby": undefined })}
        >
          <Radix.Title className="mb-1 text-[22px]">{title}</Radix.Title>
          {description && <Radix.Description className="mb-3 text-ink-2">{description}</Radix.Description>}
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
