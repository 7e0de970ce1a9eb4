/**
 * Input that Rizo will not take. The message is one plain sentence for the
 * user: what is wrong, where, and what to do.
 */
export class Refusal extends Error {
  override name = 'Refusal';
}
