/** What lines under a ledger's bars mean. */
export function IntervalWords() {
  return (
    <>
      {' · '}
      <strong>line under a bar</strong>: where 95 % of resamples have it; dotted numbers may be none (question
      7)
    </>
  );
}
