"""What a discipline is given and what it answers, and what several of them share."""
