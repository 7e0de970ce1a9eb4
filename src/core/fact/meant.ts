/** Which of the facts that hold a reference means. */
import type { FactRef } from '../text/fact-ref.ts';
import type { Claim, Fact } from './claim.ts';
import { isOfForm } from './say.ts';

const isStanding = (kind: FactRef['kind']) => kind === 'since' || kind === 'record';

/** True for the claim that a reference means; a record and "since when" are one thing. */
function isMeant(ref: FactRef, claim: Claim): boolean {
  if (claim.kind !== ref.kind && !(isStanding(claim.kind) && isStanding(ref.kind))) return false;
  if ('end' in claim && ref.end !== undefined && claim.end !== ref.end) return false;
  if ('among' in claim && ref.among !== undefined && claim.among !== ref.among) return false;
  // Lines that cross again have crossed the other way.
  if (claim.kind === 'crossing') return ref.other === undefined || claim.other.id === ref.other;
  if ('side' in claim && ref.side !== undefined && claim.side !== ref.side) return false;
  return !('target' in claim) || ref.target === undefined || (claim.target?.id ?? '') === ref.target;
}

/** The fact that a reference means; null where nothing of that kind holds. */
export const factMeant = (facts: readonly Fact[], ref: FactRef): Fact | null =>
  facts.find((fact) => isMeant(ref, fact.claim) && (ref.form === undefined || isOfForm(fact, ref.form))) ?? null;
