import {
  autoUpdate,
  FloatingFocusManager,
  FloatingPortal,
  flip,
  offset,
  shift,
  size,
  useClick,
  useDismiss,
  useFloating,
  useInteractions,
  useRole,
} from '@floating-ui/react';
import { type ReactNode, useState } from 'react';

interface PopoverProps {
  /** what the button is called aloud */
  label: string;
  className?: string;
  /** what stands on the button */
  face: ReactNode;
  children: ReactNode | ((close: () => void) => ReactNode);
  width?: string;
  placement?: 'top-start' | 'bottom-start';
  /** what a pointer reads over the button */
  title?: string;
  /** id of the button */
  id?: string;
}

/** A word or a small picture that opens the sentences in which it is set. Escape closes and gives the focus back. */
export function Popover({
  label,
  className = '',
  face,
  children,
  width = 'w-96',
  placement = 'top-start',
  title,
  id,
}: PopoverProps) {
  const [open, setOpen] = useState(false);
  // In the dock it stays within the dock, so that it never stands over the sheet.
  const [home, setHome] = useState<HTMLElement | null>(null);
  const name = label.split(':')[0] ?? label;
  const { refs, floatingStyles, context } = useFloating({
    open,
    onOpenChange: (now) => {
      setHome(refs.domReference.current?.closest<HTMLElement>('[data-holds-popovers]') ?? null);
      setOpen(now);
    },
    placement: home ? 'right-start' : placement,
    middleware: home
      ? [
          offset(6),
          flip({ boundary: home }),
          shift({ boundary: home, crossAxis: true, padding: 4 }),
          size({
            boundary: home,
            padding: 4,
            apply: ({ elements }) => {
              elements.floating.style.maxHeight = `${home.clientHeight - 8}px`;
            },
          }),
        ]
      : [offset(6), flip(), shift({ padding: 8 })],
    whileElementsMounted: autoUpdate,
  });
  const { getReferenceProps, getFloatingProps } = useInteractions([
    useClick(context),
    useDismiss(context),
    useRole(context, { role: 'dialog' }),
  ]);
  return (
    <>
      <button
        type="button"
        ref={refs.setReference}
        {...getReferenceProps()}
        id={id}
        aria-label={label}
        title={title}
        className={className}
      >
        {face}
      </button>
      {open && (
        <FloatingPortal>
          <FloatingFocusManager context={context} modal={false}>
            <div
              ref={refs.setFloating}
              style={floatingStyles}
              {...getFloatingProps({ 'aria-label': name })}
              className={`z-40 ${width} max-h-[min(70vh,22rem)] overflow-auto rounded-box border border-rule bg-base-100 px-4 py-3 text-[14px] shadow-lg`}
            >
              <p className="mb-1 font-semibold">{name}</p>
              {typeof children === 'function' ? children(() => setOpen(false)) : children}
            </div>
          </FloatingFocusManager>
        </FloatingPortal>
      )}
    </>
  );
}
