-- Ways that had no setting of their own until now.
UPDATE households SET settings = settings || '{"openMinutes": 0, "foodOpenMinutes": {}}';
--> statement-breakpoint
-- Written down at once: a later step of the same migration may alter the table.
SET CONSTRAINTS ALL IMMEDIATE;
