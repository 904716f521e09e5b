-- What lists show of a document beside it: read without taking the document apart.
ALTER TABLE "job" ADD COLUMN "name" text GENERATED ALWAYS AS ("doc"->>'name') STORED;
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "rule_set" text GENERATED ALWAYS AS ("doc"->>'ruleSet') STORED;
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "units" text GENERATED ALWAYS AS (coalesce("doc"->>'units', 'metric')) STORED;
