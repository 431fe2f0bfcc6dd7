/**
 * Metro turns `import.meta` into an entry of this registry, which the page has and a worker has not. To be imported before
 * packages that ask where they lie.
 */
const scope = globalThis as { __ExpoImportMetaRegistry?: { url: string } };
// A worker's own address may be a blob's, which nothing can be relative to.
scope.__ExpoImportMetaRegistry ??= { url: `${globalThis.location.origin}/` };

export {};
