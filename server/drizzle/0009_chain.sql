CREATE TABLE "chain_link" (
	"about" uuid NOT NULL,
	"place" integer NOT NULL,
	"job_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"item" uuid NOT NULL,
	"hash" text NOT NULL,
	CONSTRAINT "chain_link_about_place_pk" PRIMARY KEY("about","place"),
	CONSTRAINT "chain_once" UNIQUE("item","kind")
);
--> statement-breakpoint
CREATE INDEX "chain_by_job" ON "chain_link" USING btree ("job_id","about","place");--> statement-breakpoint
CREATE FUNCTION "chains_stay"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	RAISE EXCEPTION 'chains are append-only: links are never changed or removed';
END
$$;
--> statement-breakpoint
CREATE TRIGGER "chain_kept" BEFORE UPDATE OR DELETE OR TRUNCATE ON "chain_link" FOR EACH STATEMENT EXECUTE FUNCTION "chains_stay"();
