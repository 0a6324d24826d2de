import type { Check } from '../writeup/check';
import type { PrintTable } from '../writeup/printTable';
import type { Told } from '../writeup/told';

/** What is said of one thing: the study, or a reduction. */
export interface ReportSection {
  readonly key: string;
  readonly title: string;
  /** The id of the reduction it is of; null for the study's own. */
  readonly reduction: string | null;
  readonly methods: readonly Told[];
  readonly results: readonly Told[];
  readonly tables: readonly PrintTable[];
}

/** A report as it grows from the study: nothing of it is edited. */
export interface Report {
  readonly title: string;
  readonly sections: readonly ReportSection[];
  readonly checks: readonly (Check & { readonly section: string })[];
}
