import type { ApexOptions } from 'apexcharts';
import { type ComponentProps, lazy, useMemo } from 'react';
import { withEscaped } from '../../core/inspect/escaped.ts';

const Library = lazy(() => import('react-apexcharts'));

type ChartProps = Omit<ComponentProps<typeof Library>, 'options'> & { options: ApexOptions };

/** A chart to look into data; loaded when it is first shown. */
export function Chart({ options, ...rest }: ChartProps) {
  const escaped = useMemo(() => withEscaped(options), [options]);
  return <Library {...rest} options={escaped} />;
}
