import Link from "next/link";

export default function NotFound() {
  return (
    <main className="p-10">
      <h1 className="text-3xl font-semibold">That is not here</h1>
      <p className="my-4 text-lg">The address may be mistyped, or the job belongs to another shop.</p>
      <Link href="/" className="key">
        To today’s jobs
      </Link>
    </main>
  );
}
