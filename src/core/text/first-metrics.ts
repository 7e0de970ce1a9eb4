/** Hands in the tables of the first family; imported by all that measures, in a page once a report is opened. */
import { addMetrics, type FaceMetrics } from './measure.ts';
import generated from './metrics.generated.json' with { type: 'json' };

addMetrics(generated as unknown as Record<string, FaceMetrics>);
