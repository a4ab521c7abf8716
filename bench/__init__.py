"""Speed figures, measured: ./owl bench [part ...]. Ratios in one run; machines are noisy."""
