/** The style by which the open report is set: its own, or that of a house, which is fetched and followed. */
import { type OwnStyle, styleFor } from '../../core/report/report.ts';
import { houseLocale } from '../../core/text/house-locale.ts';
import type { Locale } from '../../core/text/locale.ts';
import { current, type ReportState, useReport } from './report-state.ts';

const styleIn = ({ report, house }: ReportState): OwnStyle =>
  styleFor(report, report.style.kind === 'house' && house?.id === report.style.id ? house.style : null);

/** The style by which the open report is set. */
export const useStyle = (): OwnStyle => useReport(styleIn);

/** The same now. */
export const styleNow = (): OwnStyle => styleIn(current());

/** The language of the open report, as its house writes numbers and dates. */
export const useLocale = (): Locale => useReport((state) => houseLocale(state.report.locale, styleIn(state)));
