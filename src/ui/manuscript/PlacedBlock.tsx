import { type NodeViewProps, NodeViewWrapper } from '@tiptap/react';
import { pageGeometry, placedWidth } from '../../core/document/geometry.ts';
import type { BlockOf } from '../../core/document/manuscript.ts';
import { setManuscript } from '../../core/document/set.ts';
import type { ReportSources } from '../../core/item/manuscript.ts';
import { useNear } from '../controls/near.ts';
import { show } from '../report/view.ts';
import { useReport } from '../state/store.ts';
import { DrawnScene } from '../style/DrawnScene.tsx';
import { useGalley } from './galley-state.ts';

/** Pixels that a thing is wide in the galley at the most. */
const MOST_PX = 372;
const PX_PER_MM = 2.4;

interface ThingProps {
  id: string;
  sources: ReportSources;
  width: number | null;
  /** pixels that it is wide at the most */
  most: number;
}

/** A figure or spark table, drawn while it is in sight: a long text has more of them than a browser likes to hold. */
function Thing({ id, sources, width, most }: ThingProps) {
  const [place, isNear] = useNear<HTMLDivElement>(true);
  const size = sources.size(id, width);
  const placed = isNear ? sources.draw(id, width) : null;
  const wide = size ? Math.min(most, size.widthMm * PX_PER_MM) : 0;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: what opens the thing by key is its line in the list
    <div ref={place} className="min-w-0" onDoubleClick={() => show({ kind: 'item', id })} title="Double-click opens it">
      {placed && <DrawnScene scene={placed.scene} width={wide} label={placed.description} />}
      {size && !placed && (
        <div
          role="img"
          aria-label={sources.thing(id)?.name}
          style={{ width: wide, maxWidth: '100%', aspectRatio: `${size.widthMm} / ${size.heightMm}` }}
        />
      )}
      {!size && <p className="text-error">This is no longer in the report.</p>}
    </div>
  );
}

/** Figures and spark tables of a block as they are set for its width. */
function Things({ block }: { block: BlockOf<'figure'> }) {
  const sources = useGalley((state) => state.sources);
  const pages = useReport((state) => state.report.manuscript.pages);
  if (!sources) return <p className="text-quiet">…</p>;
  const width = placedWidth(block, pageGeometry(pages, sources.style));
  return (
    <div className="flex gap-2">
      {block.things.map((id) => (
        <Thing key={id} id={id} sources={sources} width={width} most={MOST_PX / block.things.length} />
      ))}
    </div>
  );
}

function Numbers({ block }: { block: BlockOf<'numbers'> }) {
  const sources = useGalley((state) => state.sources);
  const manuscript = useReport((state) => state.report.manuscript);
  const set = sources && setManuscript({ ...manuscript, blocks: [block] }, sources).blocks[0];
  if (set?.type !== 'numbers') return <p className="text-quiet">…</p>;
  return (
    <table className="w-full text-[13px] [&_td]:px-1.5 [&_th]:px-1.5 [&_th]:font-normal [&_th]:text-quiet">
      <thead>
        <tr>
          {set.head.map((text, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: columns have no other name here
            <th key={at} className={set.right[at] ? 'text-right' : 'text-left'}>
              {text}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {set.rows.map((row, y) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: rows are known by their place
          <tr key={y} className={y === set.strong ? 'bg-base-200 font-semibold' : ''}>
            {row.map((text, x) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: likewise
              <td key={x} className={set.right[x] ? 'text-right tabular-nums' : ''}>
                {text}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A figure, a table of numbers, the contents or the end of a page, where it stands in the text. */
export function PlacedBlock({ node, selected }: NodeViewProps) {
  const id = String(node.attrs['id']);
  const block = useReport((state) => state.report.manuscript.blocks.find((one) => one.id === id));
  const sayer = useGalley((state) => state.sayer);
  const frame = `my-2 rounded-box border p-2 ${selected ? 'border-primary' : 'border-rule'}`;
  if (block?.type === 'page break')
    return (
      <NodeViewWrapper className={`${frame} border-dashed py-0.5 text-center text-[13px] text-quiet`} data-id={id}>
        a new page begins
      </NodeViewWrapper>
    );
  if (block?.type === 'contents')
    return (
      <NodeViewWrapper className={`${frame} text-[13px] text-quiet`} data-id={id}>
        Contents: headings down to level {block.depth}, with their pages
      </NodeViewWrapper>
    );
  if (block?.type !== 'figure' && block?.type !== 'numbers')
    return <NodeViewWrapper className={frame}>…</NodeViewWrapper>;
  const names = block.type === 'figure' ? block.things : [block.id];
  const labels = names.flatMap((name) => sayer?.label(name) ?? []);
  const width =
    block.type === 'figure' ? (typeof block.width === 'number' ? `${block.width} mm` : `${block.width} width`) : '';
  const caption = block.caption?.map((run) => (run.kind === 'text' ? run.text : (sayer?.say(run) ?? ''))).join('');
  return (
    <NodeViewWrapper className={`${frame} bg-white text-[#2b2530]`} data-id={id} data-drag-handle>
      {block.type === 'figure' ? <Things block={block} /> : <Numbers block={block} />}
      <p className="pt-1 text-[13px] text-[#6e6574]">
        {[labels.join(', '), width, block.stands === 'near' ? '' : 'exactly here'].filter(Boolean).join(', ')}
        {caption ? `: ${caption}` : ''}
      </p>
    </NodeViewWrapper>
  );
}
