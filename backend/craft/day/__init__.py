"""Getting a configuration into a body: the shortest walk through its menus."""
