import { rehearseShipped } from "../../testingRehearsal.ts";

// In a file of their own, so that the other core has the rest meanwhile.
rehearseShipped("long");
