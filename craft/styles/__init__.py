"""Every service as data. Times, stretches and wear are house values; counts of sections, rods, pins
and bands are common practice, no source.
"""
