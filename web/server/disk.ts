import { statfs } from "node:fs/promises";
import { servedSettings } from "./environment.ts";

/** Less room than this beside the data and a shop is told to make some, in MB: a day of photos, and the log of changes. */
const LITTLE_MB = 1024;
const LOOK_EVERY_MS = 20_000;

let seen: { at: number; freeMb: number | null } = { at: 0, freeMb: null };

/** Free room beside the data, in MB; null where the data lies with another server. */
export async function freeMb(): Promise<number | null> {
  const folder = servedSettings().AVERIN_DATA_FOLDER;
  if (folder === undefined) return null;
  if (Date.now() - seen.at > LOOK_EVERY_MS) {
    const { bavail, bsize } = await statfs(folder);
    seen = { at: Date.now(), freeMb: Math.floor((bavail * bsize) / 2 ** 20) };
  }
  return seen.freeMb;
}

/** What the screens say while the disk is nearly full; null while there is room. */
export async function diskNotice(): Promise<string | null> {
  const free = await freeMb();
  const { AVERIN_LITTLE_MB } = servedSettings();
  if (free === null || free >= (AVERIN_LITTLE_MB ?? LITTLE_MB)) return null;
  return `The disk with this shop's data is nearly full: ${free} MB left. Make room soon; what was answered as kept stays kept.`;
}
