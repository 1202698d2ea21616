declare module 'json-merge-patch' {
  /** The target with a merge patch applied (RFC 7396); the target itself may be changed. */
  export function apply(target: unknown, patch: unknown): unknown
}
