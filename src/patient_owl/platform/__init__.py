"""What every feature stands on: tables, storage, requests, accounts, questions and certificates."""
