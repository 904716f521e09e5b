CREATE TABLE "book_entry" (
	"id" uuid PRIMARY KEY NOT NULL,
	"seq" bigserial NOT NULL,
	"job_id" uuid NOT NULL,
	"run_id" uuid NOT NULL,
	"entry" jsonb NOT NULL,
	"received_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE INDEX "book_by_run" ON "book_entry" USING btree ("run_id","seq");--> statement-breakpoint
CREATE FUNCTION "book_is_append_only"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	RAISE EXCEPTION 'the book is append-only: entries are never changed or removed';
END
$$;
--> statement-breakpoint
CREATE TRIGGER "book_entry_kept" BEFORE UPDATE OR DELETE OR TRUNCATE ON "book_entry" FOR EACH STATEMENT EXECUTE FUNCTION "book_is_append_only"();
