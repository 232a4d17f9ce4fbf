// The package exports this base class in its types only; its file is named by path.
declare module "rate-limiter-flexible/lib/RateLimiterStoreAbstract.js" {
  import { RateLimiterStoreAbstract } from "rate-limiter-flexible";
  export default RateLimiterStoreAbstract;
}
