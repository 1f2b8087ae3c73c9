import { check } from '$lib/schema/validate';

/** The value, having passed the schema that every input passes; anything else is a fault in the scenario. */
export function accepted<S extends Parameters<typeof check>[0]>(schema: S, value: unknown) {
  const result = check(schema, value);
  if (!result.ok)
    throw new Error(
      `The demo scenario is refused: ${JSON.stringify(result.errors)} in ${JSON.stringify(value)}`
    );
  return result.value;
}

export const tenths = (kg: number) => Math.round(kg * 10) / 10;
export const hundredths = (kg: number) => Math.round(kg * 100) / 100;
export const thousandths = (kg: number) => Math.round(kg * 1000) / 1000;
