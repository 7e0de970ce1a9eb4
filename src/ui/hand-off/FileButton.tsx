import type { LucideIcon } from 'lucide-react/types';

interface FileButtonProps {
  icon: LucideIcon;
  name: string;
  says: string;
  disabled?: boolean;
  onPress(): void;
}

/** A form in which something is handed off: a press takes it. */
export const FileButton = ({ icon: Icon, name, says, disabled = false, onPress }: FileButtonProps) => (
  <button
    type="button"
    disabled={disabled}
    onClick={onPress}
    className="flex w-full gap-2.5 rounded-box border border-rule px-2.5 py-2 text-left enabled:hover:border-primary disabled:opacity-60"
  >
    <Icon size={16} aria-hidden="true" className="mt-0.5 shrink-0 text-primary" />
    <span>
      <span className="block font-semibold">{name}</span>
      <span className="block text-[13px] text-quiet">{says}</span>
    </span>
  </button>
);
