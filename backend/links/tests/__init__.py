"""Tests of links to bodies."""
