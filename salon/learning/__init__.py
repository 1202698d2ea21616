"""What visits taught: samples of what was done, factors that the next plan takes."""
