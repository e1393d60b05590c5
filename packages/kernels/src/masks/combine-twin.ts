export type CombineMasks = (
  below: Float32Array,
  value: Float32Array,
  applies: Float32Array | null,
) => void;

// In single precision step by step, as the kernel: what comes after may tell the last digit.
const f = Math.fround;

const replace: CombineMasks = (below, value, applies) => {
  for (let i = 0; i < below.length; i++) {
    const stays = applies ? f((below[i] as number) * f(1 - (applies[i] as number))) : 0;
    below[i] = stays + (value[i] as number);
  }
};

const add: CombineMasks = (below, value) => {
  for (let i = 0; i < below.length; i++) {
    below[i] = 1 - f(f(1 - (below[i] as number)) * f(1 - (value[i] as number)));
  }
};

const subtract: CombineMasks = (below, value) => {
  for (let i = 0; i < below.length; i++) {
    below[i] = (below[i] as number) * f(1 - (value[i] as number));
  }
};

const intersect: CombineMasks = (below, value) => {
  for (let i = 0; i < below.length; i++) below[i] = (below[i] as number) * (value[i] as number);
};

/** The twin of every combine rule. */
export const COMBINE_TWINS = { replace, add, subtract, intersect } as const;
