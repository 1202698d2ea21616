"""Odds as they should have been promised: bent by how often promises came true."""

import math
from dataclasses import dataclass
from statistics import NormalDist

#: Odds are never taken as more certain than this.
SURE = 0.005
#: However unsure promises were, a safe hour is not looked for beyond these odds of the forecast.
SOUGHT = (0.5, 0.99)


def log_odds(odds: float) -> float:
    """Their logarithm, no more certain than `SURE`."""
    sure = min(max(odds, SURE), 1 - SURE)
    return math.log(sure / (1 - sure))


@dataclass(frozen=True)
class Calibration:
    """What to make of odds: log-odds times a slope, plus a shift.

    Args:
        shift, slope: 0 and 1 leave odds as they are
        promises: it rests on; 0: nothing is bent
    """

    shift: float = 0.0
    slope: float = 1.0
    promises: int = 0

    def odds(self, forecast: float) -> float:
        """Odds as they should be promised, 0 to 1; what is certain stays so.

        Args:
            forecast: odds as the forecast has them
        """
        if not self.promises or forecast in (0.0, 1.0):
            return forecast
        return 1 / (1 + math.exp(-self.shift - self.slope * log_odds(forecast)))

    def forecast_for(self, odds: float) -> float:
        """Odds that the forecast must have so that these may be promised, within `SOUGHT`."""
        if not self.promises:
            return odds
        if not self.slope:
            return SOUGHT[1] if self.odds(0.5) < odds else SOUGHT[0]
        bent = (log_odds(odds) - self.shift) / self.slope
        return min(max(1 / (1 + math.exp(-bent)), SOUGHT[0]), SOUGHT[1])

    def quantile_for(self, odds: float) -> float:
        """Standard deviations of the forecast behind which these odds may be promised."""
        return NormalDist().inv_cdf(self.forecast_for(odds))
