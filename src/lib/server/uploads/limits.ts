/** Whether a request may carry files: only the form actions that add pieces or materials do. */
export function isUpload(url: URL): boolean {
  return (
    (url.pathname.startsWith('/assignments/') && url.searchParams.has('/addFiles')) ||
    (url.pathname.startsWith('/courses/') && url.searchParams.has('/addMaterials'))
  );
}
