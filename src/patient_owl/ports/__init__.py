"""What the app asks of the world outside, and what answers: ports and, behind them, devices."""
