import dynamic from "next/dynamic";

const Missing = () => <p className="text-soft">The chart comes when the server answers again; the figures hold.</p>;

/**
 * The chart over a travel or a wear, fetched only where a step shows one: it is half as large as the bench itself. Where
 * the server is gone the bench goes on without it.
 */
export const LazyChart = dynamic(
  () =>
    import("@/instruments/LineChart").then(
      ({ LineChart }) => LineChart,
      () => Missing,
    ),
  { ssr: false },
);
