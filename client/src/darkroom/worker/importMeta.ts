/**
 * Metro turns `import.meta` into an entry of this registry, which the page has and a worker has not. To be imported before
 * packages that ask where they lie.
 */
const scope = globalThis as { __ExpoImportMetaRegistry?: { url: string } };
scope.__ExpoImportMetaRegistry ??= { url: globalThis.location.href };

export {};
