import { useEffect, useState } from 'react';
import { Popover } from '../controls/Popover.tsx';
import { type Exceptions, listExceptions } from '../state/api.ts';
import { useReport } from '../state/store.ts';

interface ElsewhereProps {
  style: string;
  /** the report that is looked at beside the style, which is told of by itself */
  report: string | null;
}

/** What other reports that are set by the style have set by hand, each with the way there. */
export function Elsewhere({ style, report }: ElsewhereProps) {
  const revision = useReport((state) => state.window.revision);
  const [all, setAll] = useState<readonly Exceptions[]>([]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: counted anew as the style changes
  useEffect(() => {
    let wanted = true;
    listExceptions(style).then(
      (found) => wanted && setAll(found),
      // The style can be set without knowing this.
      () => undefined,
    );
    return () => {
      wanted = false;
    };
  }, [style, revision]);
  const others = all.filter(({ id, count }) => id !== report && count > 0);
  if (others.length === 0) return null;
  const settings = others.reduce((sum, { count }) => sum + count, 0);
  const said = `${settings} ${settings === 1 ? 'setting' : 'settings'} in ${others.length} ${others.length === 1 ? 'other report' : 'other reports'}`;
  return (
    <Popover label={`${said}, set by hand`} className="phrase" width="w-96" face={said}>
      {() => (
        <ul>
          {others.map((other) => (
            <li key={other.id} className="leading-7">
              <a className="phrase" href={`/styles/${style}?report=${encodeURIComponent(other.id)}`}>
                {other.title}
              </a>
              : <span className="text-quiet">{other.said}</span>
            </li>
          ))}
        </ul>
      )}
    </Popover>
  );
}
