import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";

export type MenuItem = {
  readonly label: string;
  readonly icon?: ReactNode;
  readonly onSelect: () => void;
  readonly grave?: boolean;
};

/** A list of actions behind one button. */
export function Menu({ trigger, items }: { trigger: ReactNode; items: readonly MenuItem[] }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>{trigger}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu z-30" align="end" sideOffset={4}>
          {items.map((item) => (
            <DropdownMenu.Item
              key={item.label}
              className={`menu-item ${item.grave ? "text-oxide" : ""}`}
              onSelect={item.onSelect}
            >
              {item.icon}
              {item.label}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
