CREATE TABLE "practice_attempt" (
	"id" uuid PRIMARY KEY NOT NULL,
	"seq" bigserial NOT NULL,
	"account_id" uuid NOT NULL,
	"attempt" jsonb NOT NULL,
	"received_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE INDEX "attempts_by_account" ON "practice_attempt" USING btree ("account_id","seq");
--> statement-breakpoint
-- What somebody practised is added to and never changed.
CREATE FUNCTION "attempts_stay"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	RAISE EXCEPTION 'attempts are append-only: what was practised is never changed or removed';
END
$$;
--> statement-breakpoint
CREATE TRIGGER "practice_attempt_kept" BEFORE UPDATE OR DELETE OR TRUNCATE ON "practice_attempt" FOR EACH STATEMENT EXECUTE FUNCTION "attempts_stay"();
