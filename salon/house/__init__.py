"""The salon: settings, staff, sign-in."""
