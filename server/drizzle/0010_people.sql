CREATE TABLE "account" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"name" text NOT NULL,
	"secret" text NOT NULL,
	"keeper" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"closed_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "audit" (
	"seq" bigserial PRIMARY KEY NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"account_id" uuid,
	"name" text NOT NULL,
	"what" text NOT NULL,
	"job_id" uuid,
	"about" text
);
--> statement-breakpoint
CREATE TABLE "invitation" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"code_hash" text NOT NULL,
	"job_id" uuid,
	"roles" text[] NOT NULL,
	"account_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"done_at" timestamp with time zone,
	CONSTRAINT "invitation_code_hash_unique" UNIQUE("code_hash")
);
--> statement-breakpoint
CREATE TABLE "membership" (
	"id" uuid PRIMARY KEY DEFAULT gen_random_uuid() NOT NULL,
	"job_id" uuid NOT NULL,
	"account_id" uuid NOT NULL,
	"roles" text[] NOT NULL,
	"since" timestamp with time zone DEFAULT now() NOT NULL,
	"until" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "session" (
	"sid" varchar PRIMARY KEY NOT NULL,
	"sess" jsonb NOT NULL,
	"expire" timestamp (6) NOT NULL
);
--> statement-breakpoint
CREATE TABLE "setting" (
	"name" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sign_in_try" (
	"key" varchar(255) PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" bigint
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "binned_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "run" ADD COLUMN "binned_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "membership" ADD CONSTRAINT "membership_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "account_by_name" ON "account" USING btree (lower("name"));--> statement-breakpoint
CREATE INDEX "audit_by_job" ON "audit" USING btree ("job_id","seq");--> statement-breakpoint
CREATE UNIQUE INDEX "membership_now" ON "membership" USING btree ("job_id","account_id") WHERE "membership"."until" is null;--> statement-breakpoint
CREATE INDEX "membership_by_account" ON "membership" USING btree ("account_id","job_id");--> statement-breakpoint
CREATE INDEX "session_by_end" ON "session" USING btree ("expire");--> statement-breakpoint
CREATE INDEX "session_by_account" ON "session" USING gin (("sess" -> 'accounts'));--> statement-breakpoint
-- Who did what is added to and never changed.
CREATE FUNCTION "audit_stays"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	RAISE EXCEPTION 'the audit is append-only: what was done is never changed or removed';
END
$$;
--> statement-breakpoint
CREATE TRIGGER "audit_kept" BEFORE UPDATE OR DELETE OR TRUNCATE ON "audit" FOR EACH STATEMENT EXECUTE FUNCTION "audit_stays"();
--> statement-breakpoint
-- What lies in the bin is told as deleted, and what is taken out again as new.
CREATE OR REPLACE FUNCTION "tell_document"() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
	it record;
	its_job uuid;
BEGIN
	IF TG_OP = 'DELETE' THEN it := OLD; ELSE it := NEW; END IF;
	IF TG_TABLE_NAME = 'job' THEN its_job := it.id; ELSE its_job := it.job_id; END IF;
	PERFORM pg_notify('tamper', json_build_object(
		'kind', TG_TABLE_NAME, 'id', it.id, 'jobId', its_job,
		'version', CASE WHEN TG_OP = 'DELETE' OR it.binned_at IS NOT NULL THEN 0 ELSE it.version END
	)::text);
	RETURN NULL;
END
$$;
--> statement-breakpoint
-- Who may see what has changed: lines that are open look again.
CREATE FUNCTION "tell_people"() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
	whose uuid;
BEGIN
	IF TG_TABLE_NAME = 'account' THEN whose := NEW.id; ELSE whose := NEW.account_id; END IF;
	PERFORM pg_notify('tamper', json_build_object('kind', 'people', 'account', whose)::text);
	RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE TRIGGER "membership_told" AFTER INSERT OR UPDATE ON "membership" FOR EACH ROW EXECUTE FUNCTION "tell_people"();
--> statement-breakpoint
CREATE TRIGGER "account_told" AFTER INSERT OR UPDATE ON "account" FOR EACH ROW EXECUTE FUNCTION "tell_people"();
--> statement-breakpoint
-- A device that is signed out anywhere else is told so, and the lines it has open end.
CREATE FUNCTION "tell_session"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	PERFORM pg_notify('tamper', json_build_object('kind', 'session', 'sid', md5(OLD.sid))::text);
	RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE TRIGGER "session_told" AFTER DELETE ON "session" FOR EACH ROW EXECUTE FUNCTION "tell_session"();
