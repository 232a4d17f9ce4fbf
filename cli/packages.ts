import { existsSync } from "node:fs";
import { BROWSER_PATH } from "./browser.ts";
import { run } from "./child.ts";
import { Told } from "./told.ts";

type Need = { file: string; debian: string };

export const DATABASE: Need[] = [
  { file: "/usr/sbin/mariadbd", debian: "mariadb-server-core" },
  { file: "/usr/bin/mariadb-install-db", debian: "mariadb-server-core" },
  { file: "/usr/bin/my_print_defaults", debian: "mariadb-client-core" },
];
export const TLS: Need[] = [{ file: "/usr/bin/openssl", debian: "openssl" }];
export const BROWSER: Need[] = [{ file: BROWSER_PATH, debian: "chromium-headless-shell" }];

/**
 * Installs what Debian packages are missing, as root or through sudo; otherwise says the exact line and stops.
 * The core packages hold the server without a system service, so no instance but Averin's own is ever started.
 */
export function ensureDebianPackages(needs: Need[]): void {
  const missing = [...new Set(needs.filter((need) => !existsSync(need.file)).map((need) => need.debian))];
  if (missing.length === 0) return;
  const line = `apt-get install -y --no-install-recommends ${missing.join(" ")}`;
  const root = process.getuid?.() === 0;
  const sudo = !root && run("sudo", ["-n", "true"]).code === 0;
  if (!existsSync("/usr/bin/apt-get") || (!root && !sudo)) {
    throw new Told(`Missing on this machine: ${missing.join(", ")}. Run this as root, then start again:\n  ${line}`);
  }
  process.stderr.write(`Installing from Debian: ${missing.join(", ")} …\n`);
  const apt = (args: string[]) => {
    const command = ["apt-get", "-q", ...args];
    const [program = "apt-get", ...rest] = root ? command : ["sudo", "-n", ...command];
    return run(program, rest, { env: { DEBIAN_FRONTEND: "noninteractive" } });
  };
  // A half-finished install of before is finished first; with nothing half done this does nothing.
  const configure = root ? ["dpkg", "--configure", "-a"] : ["sudo", "-n", "dpkg", "--configure", "-a"];
  run(configure[0] ?? "dpkg", configure.slice(1));
  apt(["update"]);
  const done = apt(["install", "-y", "--no-install-recommends", ...missing]);
  if (done.code !== 0) {
    throw new Told(
      `${done.errors}\nDebian's packages could not be installed. Run this as root, then start again:\n  ${line}`,
    );
  }
}
