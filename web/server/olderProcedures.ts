type Loose = Record<string, unknown>;
const isLoose = (value: unknown): value is Loose =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const listOf = (value: unknown): unknown[] => (Array.isArray(value) ? value : []);
/** What used to stand alone where a list stands now. */
const asList = (value: unknown): unknown => (isLoose(value) ? [value] : value);

function way(body: unknown): unknown {
  if (!isLoose(body)) return body;
  const { proposes, against, ...rest } = body;
  return {
    ...rest,
    ...(proposes === undefined ? {} : { proposes: asList(proposes) }),
    ...(against === undefined ? {} : { against: asList(against) }),
  };
}

function step(body: unknown): unknown {
  if (!isLoose(body) || body.calculator !== "chain.slack") return body;
  // The gearing step is found by its calculator now.
  const { gearing: _, ...rest } = body;
  return rest;
}

/** A procedure as an earlier version of Averin kept it, in today's shape: jobs go on with what they began with. */
export function inTodaysShape(body: unknown): unknown {
  if (!isLoose(body)) return body;
  const questions = listOf(body.questions).map((question) =>
    isLoose(question) ? { ...question, ways: listOf(question.ways).map(way) } : question,
  );
  return { ...body, questions, steps: listOf(body.steps).map(step) };
}
