import { type ReactNode, useState } from 'react';
import { PICTURE_FORMS, type ReportWish } from '../../formats/report/wish.ts';
import { Chip } from '../controls/Chip.tsx';
import { sentence, YesNo } from '../controls/words.tsx';
import { FileButton } from '../hand-off/FileButton.tsx';
import { HandOffMargin } from '../hand-off/HandOffMargin.tsx';
import type { FileWish } from '../hand-off/take.ts';
import { Download } from '../icons.ts';
import { Chapters, useChapters } from './Chapters.tsx';
import { PageRange } from './PageRange.tsx';
import { type Making, useReportFile } from './report-file.ts';

interface FormProps {
  name: string;
  says: string;
  busy: boolean;
  onTake(): void;
  children?: ReactNode;
}

/** One form of the report: a press makes it, and below stands how. */
const Form = ({ name, says, busy, onTake, children }: FormProps) => (
  <li className="flex flex-col gap-1">
    <FileButton icon={Download} name={name} says={says} disabled={busy} onPress={onTake} />
    {children && <div className="px-1 text-[13px] [&_p]:leading-6">{children}</div>}
  </li>
);

/** What is being made, how far it is, and a way to give it up. */
const MakingNow = ({ name, progress, onCancel }: Making & { onCancel(): void }) => (
  <div role="status" className="flex flex-col gap-1 rounded-box bg-base-200 p-2">
    <span className="flex items-baseline gap-2">
      Making {name} …
      <button type="button" className="phrase ml-auto" onClick={onCancel}>
        cancel
      </button>
    </span>
    <progress
      aria-label={`Progress of ${name}`}
      className="progress progress-primary"
      {...(progress && progress.of > 0 && { value: progress.done, max: progress.of })}
    />
  </div>
);

/** Takes a file by its name and what is wished of it. */
interface Takes {
  busy: boolean;
  take(name: string, wish: FileWish | 'bundle'): unknown;
}

function PdfForm({ pages, busy, take }: Takes & { pages: number | null }) {
  const [isKept, setKept] = useState(false);
  const [range, setRange] = useState<ReportWish['pages']>(null);
  const wish = {
    as: 'pdf',
    claim: isKept ? 'a-2a' : 'ua-1',
    ...(range && { pages: `${range.from}-${range.to}` }),
  };
  return (
    <Form
      name="PDF"
      says="Tagged, with bookmarks, links, and figures in words."
      busy={busy}
      onTake={() => take('PDF', wish)}
    >
      <p className={sentence}>
        For
        <YesNo
          label="What the PDF is for"
          value={isKept}
          yes="an archive (PDF/A-2a)"
          no="every reader (PDF/UA-1)"
          onCommit={setKept}
        />
      </p>
      <PageRange count={pages} range={range} onRange={setRange} />
    </Form>
  );
}

function PageForm({ busy, take, some }: Takes & { some: FileWish }) {
  const [inspect, setInspect] = useState(true);
  return (
    <Form
      name="HTML page"
      says="One file, readable anywhere, offline."
      busy={busy}
      onTake={() => take('the page', { as: 'html', ...some, ...(!inspect && { inspect: 'no' }) })}
    >
      <p className={sentence}>
        Figures
        <YesNo
          label="Figures of the page"
          value={inspect}
          yes="can be looked into"
          no="as they are set"
          onCommit={setInspect}
        />
      </p>
    </Form>
  );
}

function MarkdownForm({ busy, take, some }: Takes & { some: FileWish }) {
  const [asPng, setAsPng] = useState(false);
  return (
    <Form
      name="Markdown with pictures"
      says="A ZIP with the text and a folder of pictures."
      busy={busy}
      onTake={() => take('the Markdown', { as: 'markdown', ...some, pictures: asPng ? 'png' : 'svg' })}
    >
      <p className={sentence}>
        Pictures as
        <YesNo label="Pictures of the Markdown" value={asPng} yes="PNG" no="SVG" onCommit={setAsPng} />
      </p>
    </Form>
  );
}

function FiguresForm({ busy, take, withNumbers }: Takes & { withNumbers: FileWish }) {
  const [pictures, setPictures] = useState<readonly string[]>(['svg', 'png']);
  const press = (form: string) =>
    setPictures(pictures.includes(form) ? pictures.filter((one) => one !== form) : [...pictures, form]);
  return (
    <Form
      name="All figures"
      says="A ZIP of every figure and spark table."
      busy={busy || pictures.length === 0}
      onTake={() => take('all figures', { as: 'figures', ...withNumbers, pictures: pictures.join(',') })}
    >
      <p className={sentence}>
        As
        {PICTURE_FORMS.map((form) => (
          <Chip key={form} pressed={pictures.includes(form)} onPress={() => press(form)}>
            {form.toUpperCase()}
          </Chip>
        ))}
      </p>
    </Form>
  );
}

/** The whole report as files. */
export function ManuscriptHandOff({ pages }: { pages: number | null }) {
  const { take, making, said, cancel } = useReportFile();
  const chapters = useChapters();
  const [numbers, setNumbers] = useState(true);
  const withNumbers: FileWish = numbers ? {} : { numbers: 'no' };
  const some: FileWish = chapters.chosen === null ? {} : { chapters: chapters.chosen.join(',') };
  const all = { busy: making !== null, take };
  const ofText = { ...all, busy: all.busy || chapters.chosen?.length === 0 };
  return (
    <HandOffMargin>
      {making && <MakingNow {...making} onCancel={cancel} />}
      {said && !making && <p role={said.isWrong ? 'alert' : 'status'}>{said.text}</p>}
      <div className="border-b border-rule pb-2 text-[13px]">
        <h3 className="font-semibold">What goes in</h3>
        <p className={sentence}>
          The numbers behind figures
          <YesNo label="Numbers behind figures" value={numbers} yes="go in" no="stay here" onCommit={setNumbers} />
        </p>
        <Chapters {...chapters} />
      </div>
      <ul className="flex flex-col gap-2.5">
        <PdfForm {...all} pages={pages} />
        <Form
          name="Document"
          says=".docx with styles, captions, footnotes and fields; spark tables as tables."
          busy={ofText.busy}
          onTake={() => take('the document', { as: 'docx', ...some })}
        />
        <PageForm {...ofText} some={{ ...some, ...withNumbers }} />
        <MarkdownForm {...ofText} some={{ ...some, ...withNumbers }} />
        <FiguresForm {...all} withNumbers={withNumbers} />
        <Form
          name="Bundle"
          says="The report with its tables, style and typefaces; any Rizo can open it."
          busy={all.busy}
          onTake={() => take('the bundle', 'bundle')}
        />
      </ul>
    </HandOffMargin>
  );
}
