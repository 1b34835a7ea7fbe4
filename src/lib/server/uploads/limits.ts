/** Whether a request may carry files: only the form action that adds pieces does. */
export function isUpload(url: URL): boolean {
  return url.pathname.startsWith('/assignments/') && url.searchParams.has('/addFiles');
}
