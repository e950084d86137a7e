declare module "quadprog" {
  /**
   * Minimises ½ bᵀDb − dᵀb with Aᵀb ≥ b₀ (Goldfarb and Idnani 1983). Every list begins at 1: what stands
   * at 0 is not looked at.
   */
  export function solveQP(
    Dmat: readonly (readonly number[])[],
    dvec: readonly number[],
    Amat: readonly (readonly number[])[],
    bvec: readonly number[],
  ): { readonly solution: readonly number[]; readonly message: string };
}
