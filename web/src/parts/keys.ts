/** Whether a key belongs to a field that is being typed in. */
export function isTyping(event: KeyboardEvent): boolean {
  const where = event.target
  if (!(where instanceof HTMLElement)) return false
  return where.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(where.tagName)
}
