"""Tools: test runner, benchmarks, load, screenshots."""
