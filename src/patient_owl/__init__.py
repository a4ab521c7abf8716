"""Patient Owl: plans, runs, records and judges long exposures at night."""
