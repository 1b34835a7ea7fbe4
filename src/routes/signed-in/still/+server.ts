/** Whether the server is there: a page that cannot be read is not read anew. Whoever is signed out is told so by their page. */
export const GET = () => new Response(null, { status: 204 });
