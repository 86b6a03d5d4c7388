"""The demo: its kit, its words, its photographers and their day. Everything in it is invented."""
