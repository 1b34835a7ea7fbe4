<h1>An empty page</h1>
