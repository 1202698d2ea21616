"""What makes a style hold: the technique itself, and a film that sets on the hair.

Own model. Strands that are twisted, wound or coiled keep a share of their form without any product;
what sets on them adds the rest, less and less with every layer.
"""

import math

#: Film formers of which the next gram adds a third of what the first did [g/m²]. Own value.
SETS_G_PER_M2 = 0.10


def held(by_itself: float, fixative_g_per_m2: float) -> float:
    """Share of its form that a style keeps on day one.

    Args:
        by_itself: share that the technique keeps without any product, 0 to 1
        fixative_g_per_m2: film formers on the hair [g/m²], >= 0
    Returns:
        from `by_itself` to 1, saturating
    """
    return by_itself + (1 - by_itself) * covers(fixative_g_per_m2)


def covers(fixative_g_per_m2: float) -> float:
    """Share of the strands that a film joins [0 to 1].

    Args:
        fixative_g_per_m2: film formers on the hair [g/m²], >= 0
    """
    return 1 - math.exp(-fixative_g_per_m2 / SETS_G_PER_M2)
