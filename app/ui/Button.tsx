import type { ButtonHTMLAttributes, ReactNode } from "react";

type Props = ButtonHTMLAttributes<HTMLButtonElement> & {
  kind?: "main" | "plain" | "quiet";
  icon?: ReactNode;
};

export const Button = ({
  kind = "plain",
  icon,
  children,
  type = "button",
  className = "",
  ...rest
}: Props) => (
  <button type={type} className={`button ${className}`} data-kind={kind} {...rest}>
    {icon}
    {children}
  </button>
);
