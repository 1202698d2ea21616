"""What visits teach the next plan."""
