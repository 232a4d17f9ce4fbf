import Link from "next/link";
import { PostKey } from "@/ui/PostKey";

type Told = { id: string; name: string; contact: string };

/** An owner in the list, and the key that says whether they are the same. */
function Row({ one, more, into, words }: { one: Told; more: string; into: string | null; words: string }) {
  return (
    <li className="flex min-h-[52px] flex-wrap items-center gap-4 border-b border-line py-1">
      <span className="flex-1 text-lg">
        <Link href={`/owners/${one.id}`} className="font-semibold underline">
          {one.name}
        </Link>
        , {one.contact || "how to reach them is not on file"}
        {more}
      </span>
      <PostKey to={`/api/owners/${one.id}/same`} body={{ into }} words={words} />
    </li>
  );
}

/** Whether this owner turned out to be another on file, who turned out to be this one, and who may be: only a person says. */
export function SameOwner({
  id,
  into,
  here,
  alike,
}: {
  id: string;
  into: { id: string; name: string } | null;
  here: readonly Told[];
  alike: readonly (Told & { machines: number })[];
}) {
  if (into)
    return (
      <p className="mb-6 flex flex-wrap items-center gap-4 border-y border-line py-3 text-lg">
        <span className="flex-1">
          They turned out to be{" "}
          <Link href={`/owners/${into.id}`} className="underline">
            {into.name}
          </Link>
          : their machines and jobs stand there.
        </span>
        <PostKey to={`/api/owners/${id}/same`} body={{ into: null }} words="Two owners after all" />
      </p>
    );
  if (here.length + alike.length === 0) return null;
  return (
    <section aria-label="Written alike" className="pb-8">
      <h2 className="caption border-b-2 border-ink pb-1">written alike</h2>
      <ul>
        {here.map((one) => (
          <Row key={one.id} one={one} more=": the same owner" into={null} words="Two owners after all" />
        ))}
        {alike.map((one) => (
          <Row
            key={one.id}
            one={one}
            more={` · ${one.machines === 1 ? "1 machine" : `${one.machines} machines`}`}
            into={id}
            words="The same owner: theirs stand here from now on"
          />
        ))}
      </ul>
    </section>
  );
}
