"""A visit under way: what each step asks for, and everything that can still be mended."""
