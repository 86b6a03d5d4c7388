"""From a setup to the whole configuration of a body: every setting with a value, a reason and an origin."""
