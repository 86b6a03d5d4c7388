"""The decisions that are judged on the scene, in JSON: one module each."""
