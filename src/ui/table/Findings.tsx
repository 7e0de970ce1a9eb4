import type { Finding, OtherReading } from '../../core/table/reading.ts';

interface FindingsProps {
  findings: readonly Finding[];
  /** reads the table another way */
  onDecide(other: OtherReading): void;
}

/** What was guessed and what is wrong, each guess with its other reading; questions stand first. */
export function Findings({ findings, onDecide }: FindingsProps) {
  const questions = findings.filter(({ asks }) => asks);
  const rest = findings.filter(({ asks }) => !asks);
  return (
    <>
      {questions.length > 0 && (
        <ul aria-label="Questions on this table" className="flex shrink-0 flex-col gap-1.5">
          {questions.map((question) => (
            <li
              key={question.text}
              className="flex flex-wrap items-center gap-2 rounded-box border border-l-4 border-rule border-l-accent bg-base-100 px-3 py-2"
            >
              <span className="font-semibold">{question.text}</span>
              {/* The answers stand together, on a line of their own where the question fills one. */}
              <span className="flex flex-wrap gap-2">
                {question.others?.map((other) => (
                  <button key={other.say} type="button" className="btn btn-sm" onClick={() => onDecide(other)}>
                    {other.say}
                  </button>
                ))}
              </span>
            </li>
          ))}
        </ul>
      )}
      {rest.length > 0 && (
        <ul aria-label="Remarks on this table" className="flex max-h-36 shrink-0 flex-col overflow-y-auto text-[13px]">
          {rest.map((finding) => (
            <li
              key={finding.text}
              className="flex flex-wrap items-baseline gap-x-2.5 border-l-2 border-accent py-0.5 pl-2.5 text-quiet"
            >
              {finding.text}
              {finding.others?.map((other) => (
                <button
                  key={other.say}
                  type="button"
                  className="phrase !min-h-0 !font-normal text-base-content"
                  onClick={() => onDecide(other)}
                >
                  {other.say}
                </button>
              ))}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
