/** Whether a request may carry files: the form actions that add pieces or materials, and the uploads themselves. */
export function isUpload(url: URL): boolean {
  return (
    (url.pathname.startsWith('/assignments/') && url.searchParams.has('/addFiles')) ||
    (url.pathname.startsWith('/courses/') && url.searchParams.has('/addMaterials')) ||
    (url.pathname === '/school/import' && url.searchParams.has('/read')) ||
    (url.pathname === '/shelf' && url.searchParams.has('/put')) ||
    (url.pathname === '/said' && url.searchParams.has('/say')) ||
    /^\/assignments\/[^/]+\/(starters\/[^/]+\/text|places\/[^/]+\/pictures|questions\/[^/]+\/package)$/.test(
      url.pathname
    ) ||
    /^\/assignments\/[^/]+\/pages\/[^/]+\/(pictures|text|evidence)$/.test(url.pathname) ||
    /^\/marking\/[^/]+\/voice$/.test(url.pathname) ||
    /^\/portfolios\/[^/]+\/bring$/.test(url.pathname) ||
    /^\/uploads(\/[0-9a-f]{32})?$/.test(url.pathname)
  );
}
