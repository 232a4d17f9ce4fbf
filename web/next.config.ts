import path from "node:path";
import type { NextConfig } from "next";

const config: NextConfig = {
  // A test run builds beside a served application, never under it.
  distDir: process.env.AVERIN_DIST ?? ".next",
  transpilePackages: ["@averin/core"],
  serverExternalPackages: ["sequelize", "mariadb", "umzug", "@node-rs/argon2", "pino", "sharp", "@react-pdf/renderer"],
  turbopack: { root: path.join(import.meta.dirname, "..") },
  // Types are checked by ./averin test, once and for every workspace.
  typescript: { ignoreBuildErrors: true },
  // Components are drawn again only where what they show has changed: a verdict must be painted at once.
  reactCompiler: true,
  poweredByHeader: false,
  devIndicators: false,
};

export default config;
