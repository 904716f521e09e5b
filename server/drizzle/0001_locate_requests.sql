CREATE TABLE "locate_request" (
	"id" uuid PRIMARY KEY NOT NULL,
	"submission" jsonb NOT NULL,
	"answer_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
