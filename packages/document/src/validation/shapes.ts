/** What each field of an object must be. */
export type Fields = Readonly<Record<string, (value: unknown) => boolean>>;

/** Whether a value is an object with these fields and no others. */
export function shaped(value: unknown, fields: Fields): boolean {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  const record = value as Record<string, unknown>;
  return (
    Object.keys(record).every((key) => key in fields) &&
    Object.entries(fields).every(([key, holds]) => holds(record[key]))
  );
}

export const among = (values: readonly string[]) => (value: unknown) =>
  typeof value === 'string' && values.includes(value);

export const within = (least: number, most: number) => (value: unknown) =>
  Number.isFinite(value) && (value as number) >= least && (value as number) <= most;

export const listOf = (holds: (value: unknown) => boolean, most: number) => (value: unknown) =>
  Array.isArray(value) && value.length <= most && value.every(holds);
