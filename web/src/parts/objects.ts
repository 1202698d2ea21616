/** An object without some of its keys. */
export function without<Value extends object, Key extends keyof Value>(
  value: Value,
  ...keys: Key[]
): Omit<Value, Key> {
  const gone = new Set<string>(keys.map(String))
  return Object.fromEntries(Object.entries(value).filter(([key]) => !gone.has(key))) as Omit<
    Value,
    Key
  >
}
