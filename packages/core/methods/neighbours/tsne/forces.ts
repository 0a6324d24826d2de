/** What moves the rows of a t-SNE map. */
export interface Forces {
  /**
   * Fills `gradient`, as long as `places`: exaggeration · Σ p (y − y′)/(1 + d²) − Σ (y − y′)/(1 + d²)² / Z, a fourth of
   * the gradient of van der Maaten and Hinton (2008, equation 5).
   *
   * @param withSpread whether Σ p ln(1 + d²) is wanted
   * @returns Z = Σ 1/(1 + d²) over all pairs of two rows, in both directions, and that sum, or 0
   */
  readonly at: (
    places: Float32Array,
    exaggeration: number,
    gradient: Float32Array,
    withSpread: boolean,
  ) => { readonly z: number; readonly spread: number };
  readonly end: () => void;
}
