"""Scale, strand scope, room sensor, forecast, gateway."""
