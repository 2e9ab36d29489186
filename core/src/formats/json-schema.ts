/** The documents as JSON Schema (draft 2020-12), made from the same Zod schemas that check them. */
import { z } from 'zod';
import { beatMapFileSchema } from '../beat-map/index.ts';
import { circleSchema } from '../circle/index.ts';
import { sheetSchema } from '../counts/index.ts';
import { pathSchema } from '../paths/index.ts';
import { assignmentSchema, lessonSchema } from '../people/index.ts';
import { planSchema } from '../plan/index.ts';
import { agendaSchema } from '../planner/index.ts';
import { takeSchema } from '../take/index.ts';
import { saidReportSchema } from '../words/index.ts';

/** File name to schema. Rules that JSON Schema cannot say (a click inside its bar) stay with Zod. */
export function documentSchemas(): Record<string, object> {
  const titled = (title: string, schema: z.ZodType) => ({
    title,
    ...z.toJSONSchema(schema, { io: 'input' }),
  });
  return {
    'plan.schema.json': titled('Feldspar plan, version 1', planSchema),
    'sheet.schema.json': titled('Feldspar count sheet, version 1', sheetSchema),
    'take.schema.json': titled('Feldspar take, version 1', takeSchema),
    'path.schema.json': titled('Feldspar path, version 1', pathSchema),
    'agenda.schema.json': titled('Feldspar agenda, version 1', agendaSchema),
    'assignment.schema.json': titled('Feldspar assignment, version 1', assignmentSchema),
    'lesson.schema.json': titled('Feldspar lesson, version 1', lessonSchema),
    'circle.schema.json': titled('Feldspar circle, version 1', circleSchema),
    'beat-map.schema.json': titled('Feldspar beat map, version 1', beatMapFileSchema),
    'report.schema.json': titled('Feldspar report, version 1', saidReportSchema),
  };
}
