type Load = () => Promise<unknown>;

const parts = new Set<Load>();

/** Marks what is loaded when it is first used as something to load before, while nothing happens. */
export function ahead<L extends Load>(load: L): L {
  parts.add(load);
  return load;
}

/** Loads all of it; without network it is tried again when it is used. */
export async function loadParts(): Promise<void> {
  for (const load of parts) await load().catch(() => undefined);
}
