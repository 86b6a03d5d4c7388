"""What decodes files that people bring: only loaded in the process that may die (`images.reader`), and in tests."""
