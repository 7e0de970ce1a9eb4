/** Adds the tables of Greek and Cyrillic script; imported where all scripts are wanted at once, or when a text needs them. */
import './first-metrics.ts';
import type { FaceId } from '../type/faces.ts';
import { addTables, type GlyphTable } from './measure.ts';
import generated from './metrics-more.generated.json' with { type: 'json' };

for (const [face, tables] of Object.entries(generated as unknown as Record<FaceId, GlyphTable[]>))
  addTables(face as FaceId, tables);
