import { lazy, Suspense } from 'react';
import type { RichEditorProps } from './RichEditor.tsx';

/** The editor is loaded when words are first set, not with the page. */
const RichEditor = lazy(() => import('./RichEditor.tsx'));

/** Words with their looks and fields, edited in place. */
export const RichField = (props: RichEditorProps) => (
  <Suspense fallback={<span className="text-quiet">…</span>}>
    <RichEditor {...props} />
  </Suspense>
);
