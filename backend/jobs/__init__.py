"""Work that goes on behind the page: asked for once, done by a worker beside the server, with progress and a way to stop it."""
