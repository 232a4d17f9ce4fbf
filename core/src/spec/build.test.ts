import { buildsIn, buildsKnown } from "./build.ts";

test("a build is typed as it is offered, several with a semicolon between", () => {
  for (const build of buildsKnown()) expect(Object.keys(buildsIn(build) ?? {})).toHaveLength(1);
  expect(buildsIn("engine: Two-stroke; Reverse: none")).toEqual({ stroke: "two-stroke", reverse: "none" });
});

test.each(["", "two-stroke", "Engine: three-stroke", "Engine: two-stroke; Engine: four-stroke", "Engine: two-stroke;"])(
  "%j is no build",
  (text) => {
    expect(buildsIn(text)).toBeNull();
  },
);
