import type { HeapTestKind } from '$core/bench/heap-test';
import { FORMULA_STAGE, testStage, type FormulaId } from '$core/handbook/stages';
import type { TermName } from '$lib/ui/term/terms';

/** What of the handbook explains something: a word, a formula or a test. */
export type Explanation = `word-${TermName}` | `formula-${FormulaId}` | `test-${HeapTestKind}`;

/** Where the handbook explains it. */
export function pageOf(explanation: Explanation): string {
  // What stands after the dash is an id of its kind, by the type.
  const id = explanation.slice(explanation.indexOf('-') + 1);
  if (explanation.startsWith('formula-')) return `/handbook/${FORMULA_STAGE[id as FormulaId]}#${explanation}`;
  if (explanation.startsWith('test-')) return `/handbook/${testStage(id as HeapTestKind)}#${explanation}`;
  return `/handbook#${explanation}`;
}
