/** A report as it is stored and sent, with everything in it known by name; ../named/record.ts tells the two forms. */
import { recordSchema, toList, toRecord } from '../named/record.ts';
import { Report } from './report.ts';

/** The record form of a report. Read it through `reportOf`; change it through ../change. */
export type ReportRecord = Readonly<Record<string, unknown>>;

/** What a stored report is held to. */
export const StoredReport = recordSchema(Report);

/** The report of a record form, the same thing for the same record. */
export const reportOf = (record: ReportRecord): Report => toList(Report, record) as Report;

/** The record form of a report; what did not change since `before` stays the same thing and keeps its place. */
export function recordOf(report: Report, before?: ReportRecord): ReportRecord {
  const known = before && { list: reportOf(before), record: before };
  return toRecord(Report, report, known) as ReportRecord;
}
