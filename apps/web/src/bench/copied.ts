import { SCHEMA_VERSION } from '@diplex/document';

/** One thing that was copied, kept by the browser: other tabs and compositions can paste it. */
export interface Copied<Value> {
  keep(value: Value): void;
  /** Null when there is nothing, or nothing that this version of the page can read. */
  read(): Value | null;
}

export function copied<Value>(name: string): Copied<Value> {
  const key = `diplex-copied-${name}`;
  return {
    keep: (value) => localStorage.setItem(key, JSON.stringify({ schema: SCHEMA_VERSION, value })),
    read() {
      try {
        const text = localStorage.getItem(key);
        if (text === null) return null;
        const { schema, value } = JSON.parse(text) as { schema: number; value: Value };
        return schema === SCHEMA_VERSION ? value : null;
      } catch {
        return null;
      }
    },
  };
}
