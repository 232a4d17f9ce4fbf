/** Says in which zone this shop's clocks run, to everything in this process that tells a moment. */
export const setShopZone = (zone: string): void => void ((globalThis as { averinZone?: string }).averinZone = zone);
