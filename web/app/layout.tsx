import type { Metadata, Viewport } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { diskNotice } from "@/server/disk";
import { Nonce } from "@/ui/Nonce";
import { shopZone } from "@/ui/times";
import { Unsent } from "@/ui/Unsent";
import "./globals.css";

export const metadata: Metadata = { title: "Averin", description: "The rebuild bench for wear parts" };
export const viewport: Viewport = { width: "device-width", initialScale: 1 };

// Before the first paint, so that a dim trailer never flashes white.
const THEME = `try{var t=localStorage.getItem("averin-theme")||(matchMedia("(prefers-color-scheme: dark)").matches?"dark":"light");document.documentElement.dataset.theme=t}catch(e){}`;

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get("x-averin-nonce") ?? "";
  return (
    <html lang="en" data-zone={shopZone()} suppressHydrationWarning>
      <head>
        <script nonce={nonce} dangerouslySetInnerHTML={{ __html: THEME }} suppressHydrationWarning />
      </head>
      <body>
        <Nonce nonce={nonce} />
        <Unsent told={await diskNotice().catch(() => null)} />
        {children}
      </body>
    </html>
  );
}
