export async function shots(): Promise<number> {
  return 1;
}
