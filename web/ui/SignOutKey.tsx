"use client";

import { LogOut } from "lucide-react";
import { send } from "@/client/send";

export function SignOutKey() {
  const leave = async () => {
    await send("DELETE", "/api/session", {});
    window.location.assign("/sign-in");
  };
  return (
    <button type="button" className="key border-0! px-2!" onClick={() => void leave()} aria-label="Sign out">
      <LogOut size={22} aria-hidden />
    </button>
  );
}
