"""What came back: frames beside the plan, and what they tell of whoever took them."""
