"""The work of hands: how long it takes and when it tires."""
