"""A visit from its log: steps, timers, gate, replay."""
