CREATE TABLE "revision" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"run_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"author" text NOT NULL,
	"why" text NOT NULL,
	"digest" text NOT NULL,
	"changes" jsonb NOT NULL,
	"body" jsonb NOT NULL,
	CONSTRAINT "revision_numbers" UNIQUE("run_id","number")
);
--> statement-breakpoint
ALTER TABLE "book_entry" ADD COLUMN "clock_off" bigint;--> statement-breakpoint
CREATE FUNCTION "issued_plans_stay"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	RAISE EXCEPTION 'issued plans are append-only: they are never changed or removed';
END
$$;
--> statement-breakpoint
CREATE TRIGGER "revision_kept" BEFORE UPDATE OR DELETE OR TRUNCATE ON "revision" FOR EACH STATEMENT EXECUTE FUNCTION "issued_plans_stay"();
