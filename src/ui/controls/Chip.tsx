import type { ReactNode } from 'react';

interface ChipProps {
  pressed: boolean;
  onPress(): unknown;
  children: ReactNode;
}

/** One of several things that can be chosen together. */
export const Chip = ({ pressed, onPress, children }: ChipProps) => (
  <button
    type="button"
    aria-pressed={pressed}
    className="rounded-full border border-rule px-2.5 py-0.5 text-[13px] aria-pressed:border-primary aria-pressed:bg-primary aria-pressed:text-primary-content"
    onClick={() => onPress()}
  >
    {children}
  </button>
);
