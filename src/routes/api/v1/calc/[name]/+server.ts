import { CALCULATOR_SUMMARIES } from '$lib/server/calculator/summaries';
import { CALCULATOR_NAMES, calculators, type CalculatorName } from '$lib/schema/calculator';
import { answers } from '$lib/server/calculator/calculators';
import { respond } from '$lib/server/http/endpoint';
import { impossible, notFound } from '$lib/server/refusal';

const named = (name = ''): CalculatorName => {
  if (!(CALCULATOR_NAMES as string[]).includes(name)) throw notFound('calculator', name);
  return name as CalculatorName;
};

export const POST = respond(
  {
    summary: 'A calculator',
    each: Object.fromEntries(
      CALCULATOR_NAMES.map((name) => [name, { summary: CALCULATOR_SUMMARIES[name], body: calculators[name] }])
    ),
    body: (_, event) => calculators[named(event.params.name)]
  },
  async (_, request, event) => {
    try {
      // Each calculator has checked its own request.
      return await answers[named(event.params.name)](request as never);
    } catch (thrown) {
      // Figures that are possible each by itself, and together come to nothing.
      if (thrown instanceof RangeError) throw impossible([{ path: 'body', message: thrown.message }], thrown);
      throw thrown;
    }
  }
);
