import { CALCULATOR_NAMES, calculators, type CalculatorName } from '$lib/schema/calculator';
import { answers } from '$lib/server/calculator/calculators';
import { respond } from '$lib/server/http/endpoint';
import { notFound } from '$lib/server/refusal';

const named = (name = ''): CalculatorName => {
  if (!(CALCULATOR_NAMES as string[]).includes(name)) throw notFound('calculator', name);
  return name as CalculatorName;
};

export const POST = respond(
  (_, event) => calculators[named(event.params.name)],
  (_, request, event) => answers[named(event.params.name)](request as never)
);
