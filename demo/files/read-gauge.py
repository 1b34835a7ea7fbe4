import csv

# 99.9 is what the gauge writes when a seal sits on it.
with open("gauge-raw.csv") as file:
    rows = [row for row in csv.DictReader(file) if row["metres"] != "99.9"]

print(len(rows), "readings kept")
