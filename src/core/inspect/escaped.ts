/** What the chart library writes into a page as markup, escaped. */
import type { ApexOptions } from 'apexcharts';
import { escapeXml } from '../scene/svg.ts';

type Titled = { title?: { formatter?(name: string): string } };
const escapedTitle = <Entry extends Titled>(entry: Entry): Entry => ({
  ...entry,
  title: { formatter: (name: string) => `${escapeXml(name)}: ` },
});

/** Options with every name escaped that the library writes into the page as markup: those of its legend and of its tooltip. */
export function withEscaped(options: ApexOptions): ApexOptions {
  const { tooltip = {}, legend, xaxis } = options;
  const y = Array.isArray(tooltip.y) ? tooltip.y.map(escapedTitle) : escapedTitle(tooltip.y ?? {});
  const names = (xaxis?.categories ?? []) as readonly unknown[];
  // The library may tell the number of a category instead of its name.
  const nameAt = (place: unknown, at?: { dataPointIndex?: number }) =>
    escapeXml(String(names[at?.dataPointIndex ?? -1] ?? place));
  const x = xaxis?.type === 'category' ? { ...tooltip.x, formatter: nameAt } : tooltip.x;
  return { ...options, legend: { ...legend, formatter: escapeXml }, tooltip: { ...tooltip, y, ...(x && { x }) } };
}
