/**
 * What is kept in the browser's database, so that it outlives a reload and a lost connection; where
 * that may not be used, as long as the page is open.
 */
import { delMany, get, getMany, keys, update } from 'idb-keyval'

const memory = new Map<string, unknown>()

export async function load<Kept>(key: string): Promise<Kept | undefined> {
  try {
    return (await get<Kept>(key)) ?? (memory.get(key) as Kept | undefined)
  } catch {
    return memory.get(key) as Kept | undefined
  }
}

export async function change<Kept>(key: string, by: (before: Kept | undefined) => Kept) {
  try {
    await update<Kept>(key, by)
  } catch {
    memory.set(key, by(memory.get(key) as Kept | undefined))
  }
}

/** Whatever has such a key. */
export async function all<Kept>(such: (key: string) => boolean): Promise<Kept[]> {
  const kept = [...memory.keys()].filter(such).map((key) => memory.get(key) as Kept)
  try {
    const known = (await keys<string>()).filter(such)
    const stored = await getMany<Kept>(known)
    return [...kept, ...stored.filter((one) => one !== undefined)]
  } catch {
    return kept
  }
}

/** Take away whatever has such a key. */
export async function forget(such: (key: string) => boolean) {
  for (const key of [...memory.keys()].filter(such)) memory.delete(key)
  try {
    await delMany((await keys<string>()).filter(such))
  } catch {
    // A browser that keeps nothing has nothing to forget.
  }
}
