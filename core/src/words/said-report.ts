/** The report as it is handed out: its findings, and the same in words for whoever only wants to read. */
import { z } from 'zod';
import { type Report, reportSchema } from '../timing/index.ts';
import { sentencesOf } from './finding-words.ts';

export const saidReportSchema = reportSchema.extend({ sentences: z.array(z.string()) });

export type SaidReport = z.infer<typeof saidReportSchema>;

export const said = (report: Report): SaidReport => ({ ...report, sentences: sentencesOf(report.findings) });
