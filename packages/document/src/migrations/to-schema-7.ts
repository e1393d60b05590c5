/** Schema 7 has steps and glass, which no earlier document has: all else is as it was. */
export function toSchema7(document: object): object {
  return { ...document, schema: 7 };
}
