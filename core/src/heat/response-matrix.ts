import { Matrix, solve } from 'ml-matrix';

/**
 * What flows through each contact for a kelvin between each contact's body and its cell as it would be without contact:
 * (1 + G R)^-1 G, with R the answer of the cells to a watt (`answers[j][i]` at contact i for a watt at j) and G the contacts' W/K.
 */
export function responseMatrix(
  answers: readonly (readonly number[])[],
  watts: readonly number[],
): number[][] {
  const n = watts.length;
  if (n === 0) return [];
  const a = Matrix.eye(n, n);
  for (let i = 0; i < n; i += 1)
    for (let j = 0; j < n; j += 1)
      a.set(i, j, a.get(i, j) + (watts[i] as number) * ((answers[j] as readonly number[])[i] as number));
  return solve(a, Matrix.diag([...watts])).to2DArray();
}
