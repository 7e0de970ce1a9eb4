/** A spark table with all that its house decides put in. */
import { dress } from '../style/by-house.ts';
import type { HouseStyle } from '../style/style.ts';
import { type DressedColumn, type DressedSparkTable, SparkColumn, SparkTableSpec } from './spec.ts';

interface Known<Dressed> {
  style: HouseStyle;
  dressed: Dressed;
}
const tables = new WeakMap<SparkTableSpec, Known<DressedSparkTable>>();
const columns = new WeakMap<SparkColumn, Known<DressedColumn>>();

function once<Spec extends object, Dressed>(
  known: WeakMap<Spec, Known<Dressed>>,
  spec: Spec,
  style: HouseStyle,
  make: () => Dressed,
): Dressed {
  const found = known.get(spec);
  if (found?.style === style) return found.dressed;
  const dressed = make();
  if (Object.isFrozen(spec)) known.set(spec, { style, dressed });
  return dressed;
}

/** A column of a spark table as its house sets it; the same thing for the same column and style. */
const dressColumn = (column: SparkColumn, style: HouseStyle): DressedColumn =>
  once(columns, column, style, () => {
    const dressed = dress(SparkColumn, column, 'spark', style);
    // An area whose strength nobody set has that of the house.
    return dressed.kind === 'sparkline' && dressed.draw === 'area' && dressed.fillOpacity === null
      ? { ...dressed, fillOpacity: style.opacities.area }
      : dressed;
  });

/** A spark table as its house sets it. What did not change is not dressed again. */
export const dressSparkTable = (spec: SparkTableSpec, style: HouseStyle): DressedSparkTable =>
  once(tables, spec, style, () => ({
    ...dress(SparkTableSpec.omit({ columns: true }), spec as Omit<SparkTableSpec, 'columns'>, 'spark', style),
    columns: spec.columns.map((column) => dressColumn(column, style)),
  }));
