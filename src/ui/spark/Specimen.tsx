import { type MouseEvent, type ReactNode, useMemo } from 'react';
import type { Emphasis } from '../../core/mark/emphasis.ts';
import { POINTS_PER_MM, type Scene, type SceneNode } from '../../core/scene/scene.ts';
import { toSvg } from '../../core/scene/svg.ts';
import { PRINT_PIXEL, type SparkParts, sparklineParts } from '../../core/spark/cell.ts';
import { cellBox } from '../../core/spark/geometry.ts';
import { isBars } from '../../core/spark/look.ts';
import type { SparkCell } from '../../core/spark/resolve.ts';
import type { DressedSparkline } from '../../core/spark/spec.ts';
import type { HouseStyle } from '../../core/style/style.ts';
import type { EMPHASISED } from '../../core/style/vocabulary.ts';
import type { Table } from '../../core/table/column.ts';
import { ColourChoice, ColourWord } from '../controls/ColourWord.tsx';
import { PhraseNumber } from '../controls/Phrase.tsx';
import { Popover } from '../controls/Popover.tsx';
import { sentence, YesNo } from '../controls/words.tsx';
import { EmphasisRule } from '../dock/ledger/EmphasisRule.tsx';
import { EMPHASIS_NAMES } from '../dock/ledger/samples.tsx';
import { ReferenceWords } from './ReferenceWords.tsx';
import type { SetSparkline } from './setting.ts';

/** How much larger than in print the specimen is. */
const TIMES = 3;
const PX_PER_MM = 96 / 25.4;

type Kind = keyof SparkParts;

const mm = (points: number) => `${Math.round((points / POINTS_PER_MM) * 10) / 10} mm`;

/** Which emphasis a mark of the specimen belongs to, so that a click on it opens its words. */
function marksApart(
  cell: SparkCell,
  box: Parameters<typeof sparklineParts>[1],
  pen: Parameters<typeof sparklineParts>[2],
) {
  return cell.spark.emphasis.map((rule) => {
    const alone = { ...cell, spark: { ...cell.spark, emphasis: [rule] } };
    return { of: rule.of, nodes: sparklineParts(alone, box, pen).emphasis };
  });
}

interface SpecimenProps {
  cell: SparkCell | null;
  /** what is set: the column, or the row with its exceptions */
  spark: DressedSparkline;
  rowHeight: number;
  rowName: string;
  /** the sparkline in words */
  said: string;
  style: HouseStyle;
  table: Table;
  isRow: boolean;
  set: SetSparkline;
}

/** The sparkline of one row, three times as large, whose parts are clicked and set beside it. */
export function Specimen(props: SpecimenProps) {
  const { cell, spark, rowHeight, rowName, said, style } = props;
  const picture = useMemo(() => {
    const width = spark.width * POINTS_PER_MM;
    const pitch = rowHeight * POINTS_PER_MM;
    const pen = { ink: style.quiet, ground: '#ffffff', pixel: PRINT_PIXEL };
    const box = cellBox({ pitch, pixel: PRINT_PIXEL }, 0, width);
    // The marks of all rules together decide the inset, so a specimen has it, too.
    const parts = cell && sparklineParts(cell, box, pen);
    const group = (name: string, children: SceneNode[]): SceneNode => ({ kind: 'cluster', x: 0, y: 0, name, children });
    const nodes: SceneNode[] = parts
      ? [
          group('background', [
            ...parts.background,
            { kind: 'rect', x: 0, y: 0, width, height: pitch, fill: spark.background ?? '#ffffff' },
          ]),
          ...(['reference', 'zeroLine', 'stroke', 'markers'] as const).map((kind: Kind) => group(kind, parts[kind])),
          group('emphasis', parts.emphasis),
        ]
      : [];
    const scene: Scene = {
      widthMm: spark.width,
      heightMm: rowHeight,
      title: `Specimen: the sparkline of ${rowName}: ${said}`,
      description: '',
      nodes,
    };
    const marks = cell ? marksApart(cell, box, pen) : [];
    return { svg: toSvg(scene, { idPrefix: 'specimen' }), marks };
  }, [cell, spark, rowHeight, rowName, said, style]);
  const onClick = (event: MouseEvent) => {
    const part = partNear(event.clientX, event.clientY);
    const box = event.currentTarget.getBoundingClientRect();
    const times = (TIMES * PX_PER_MM) / POINTS_PER_MM;
    const near =
      part === 'emphasis'
        ? nearest(picture.marks, (event.clientX - box.left) / times, (event.clientY - box.top) / times)
        : null;
    if (part) document.getElementById(`specimen-${near ?? part}`)?.click();
  };
  const off = isBars(spark.draw);
  return (
    <div className="flex flex-col gap-1">
      <div className="grid w-fit grid-cols-[auto_auto_auto] items-center gap-x-2 text-[13px]">
        <span className="col-start-2 flex justify-evenly gap-3">
          <StrokePart {...props} />
          {spark.draw !== 'win / loss' && <EmphasisPart of="high" {...props} />}
        </span>
        <span className="col-start-1 text-right">
          {spark.draw !== 'win / loss' && <EmphasisPart of="first" {...props} />}
        </span>
        {/* biome-ignore lint/a11y/noStaticElementInteractions: each part has its own button beside the picture */}
        {/* biome-ignore lint/a11y/useKeyWithClickEvents: as above */}
        <div
          className="cursor-pointer overflow-hidden rounded border border-rule bg-white [&>svg]:h-full [&>svg]:w-full"
          data-testid="specimen"
          style={{
            width: Math.min(250, spark.width * TIMES * PX_PER_MM),
            height: Math.min(96, rowHeight * TIMES * PX_PER_MM),
          }}
          onClick={onClick}
          // biome-ignore lint/security/noDangerouslySetInnerHtml: the writer of SVG escapes all text
          dangerouslySetInnerHTML={{ __html: picture.svg }}
        />
        <span>{spark.draw !== 'win / loss' && <EmphasisPart of="last" {...props} />}</span>
        <span className="col-start-2 flex justify-evenly gap-3">
          {spark.draw !== 'win / loss' && (
            <>
              <EmphasisPart of="low" {...props} />
              <EmphasisPart of="negative" {...props} />
            </>
          )}
        </span>
      </div>
      <p className="flex flex-wrap items-baseline gap-x-3 text-[13px]">
        {!off && <EmphasisPart of="turns" {...props} />}
        {!off && <MarkersPart {...props} />}
        {!off && <ZeroLinePart {...props} />}
        {spark.draw !== 'win / loss' && <ReferencePart {...props} />}
        <BackgroundPart {...props} />
      </p>
    </div>
  );
}

/** A thin stroke is hard to hit, so its near surroundings count as well, in pixels. */
const REACH = [0, -3, 3, -6, 6];

/** The part of the specimen at a place in the window, or the one just above or below it. */
function partNear(x: number, y: number): string | null {
  let found: string | null = null;
  for (const dy of REACH) {
    const part =
      document
        .elementFromPoint(x, y + dy)
        ?.closest('[data-of]')
        ?.getAttribute('data-of') ?? null;
    if (part && part !== 'background') return part;
    found ??= part;
  }
  return found;
}

/** The kind of emphasis with a mark nearest to a point. */
function nearest(marks: ReturnType<typeof marksApart>, x: number, y: number): string | null {
  let best: { of: string; far: number } | null = null;
  for (const { of, nodes } of marks)
    for (const node of nodes) {
      const at = node.kind === 'path' ? (node.shift ?? [0, 0]) : node.kind === 'rect' ? [node.x, node.y] : [0, 0];
      const far = Math.hypot((at[0] ?? 0) - x, (at[1] ?? 0) - y);
      if (!best || far < best.far) best = { of, far };
    }
  return best?.of ?? null;
}

function Part({ id, label, off, children }: { id: string; label: string; off?: boolean; children: ReactNode }) {
  return (
    <Popover
      id={`specimen-${id}`}
      label={label}
      face={label}
      className={`phrase whitespace-nowrap ${off ? '!font-normal text-quiet' : ''}`}
      width="w-[26rem]"
    >
      {children}
    </Popover>
  );
}

function EmphasisPart({ of, spark, style, set }: SpecimenProps & { of: (typeof EMPHASISED)[number] }) {
  const rule = spark.emphasis.find((candidate) => candidate.of === of);
  const put = (next: Emphasis) =>
    set({
      emphasis: rule ? spark.emphasis.map((other) => (other.of === of ? next : other)) : [...spark.emphasis, next],
    });
  const shape = rule && (rule.shape === 'none' ? 'no shape' : rule.filled ? 'filled' : 'hollow');
  const said = rule && (isBars(spark.draw) ? 'marked' : `${shape}, ${mm(rule.size)}`);
  const label = `${EMPHASIS_NAMES[of]}: ${said ?? 'off'}`;
  return (
    <Part id={of} label={label} off={!rule}>
      <ul>
        <EmphasisRule
          of={of}
          rule={rule}
          name="the sparklines"
          colour={spark.colour}
          style={style}
          inMm
          onBars={isBars(spark.draw)}
          valued={of === 'first' || of === 'last' || of === 'high' || of === 'low'}
          set={(next) => put(rule ? next : { ...next, ties: 'first', value: false })}
          drop={() => set({ emphasis: spark.emphasis.filter((other) => other.of !== of) })}
        />
      </ul>
    </Part>
  );
}

function StrokePart({ spark, style, set }: SpecimenProps) {
  const bars = isBars(spark.draw);
  return (
    <Part id="stroke" label={bars ? 'bars' : `stroke ${spark.weight} pt`}>
      <div className={sentence}>
        {bars ? 'Above zero in' : 'Drawn in'}
        <ColourWord
          label="Colour of the sparklines"
          colour={spark.colour}
          style={style}
          onCommit={(colour) => set({ colour })}
        />
        {bars ? (
          <>
            , below it in
            <ColourWord
              label="Colour below zero"
              colour={spark.below}
              style={style}
              onCommit={(below) => set({ below })}
            />
          </>
        ) : (
          <>
            , its stroke
            <PhraseNumber
              label="Stroke weight, points"
              value={spark.weight}
              className="w-10"
              onCommit={(weight) => set({ weight: weight ?? spark.weight })}
            />
            pt wide
          </>
        )}
      </div>
    </Part>
  );
}

function MarkersPart({ spark, set }: SpecimenProps) {
  const { markers } = spark;
  const on = markers.on === 'all';
  return (
    <Part id="markers" label={on ? `markers: ${mm(markers.size)}` : 'markers: none'} off={!on}>
      <p className={sentence}>
        A dot
        <YesNo
          label="Markers of the sparklines"
          value={on}
          yes="at every value"
          no="at no value"
          onCommit={(all) => set({ markers: { ...markers, on: all ? 'all' : 'none' } })}
        />
        of
        <PhraseNumber
          label="Size of the markers, millimetres"
          value={Math.round((markers.size / POINTS_PER_MM) * 100) / 100}
          className="w-10"
          onCommit={(size) => set({ markers: { on: 'all', size: (size ?? 0.5) * POINTS_PER_MM } })}
        />
        mm
      </p>
    </Part>
  );
}

function ZeroLinePart({ spark, set }: SpecimenProps) {
  return (
    <Part id="zeroLine" label={spark.zeroLine ? 'zero line: when crossed' : 'zero line: off'} off={!spark.zeroLine}>
      <p className={sentence}>
        The zero line is
        <YesNo
          label="Zero line"
          value={spark.zeroLine}
          yes="drawn where it is crossed"
          no="not drawn"
          onCommit={(zeroLine) => set({ zeroLine })}
        />
      </p>
    </Part>
  );
}

function ReferencePart({ spark, set, table, isRow }: SpecimenProps) {
  const { reference } = spark;
  const said =
    reference === 'none'
      ? 'band: none'
      : reference === 'mean'
        ? 'line: row mean'
        : 'value' in reference
          ? `line: ${reference.value}`
          : 'column' in reference
            ? 'line: a column'
            : 'years' in reference
              ? `band: ${reference.years} years`
              : `band: ±${reference.deviations} sd`;
  if (isRow) return null;
  return (
    <Part id="reference" label={said} off={reference === 'none'}>
      <ReferenceWords column={spark} table={table} set={set} />
    </Part>
  );
}

function BackgroundPart({ spark, style, set }: SpecimenProps) {
  return (
    <Part id="background" label={spark.background ? 'background: tinted' : 'background: none'} off={!spark.background}>
      <p className={sentence}>
        The cell is
        <YesNo
          label="Background of the sparklines"
          value={spark.background !== null}
          yes="tinted"
          no="left white"
          onCommit={(tinted) => set({ background: tinted ? '#f4efe8' : null })}
        />
      </p>
      {spark.background !== null && (
        <ColourChoice colour={spark.background} style={style} onCommit={(background) => set({ background })} />
      )}
    </Part>
  );
}
