"""Speed figures, measured: ./owl benchmarks [part ...]. Ratios in one run; machines are noisy."""
