# Rscript fitEmergence.golden.R > fitEmergence.golden.json   (Debian: r-base-core, r-cran-jsonlite)
# Log-logistic time to event between visits, with a share that never comes; written and maximised apart from the
# app: over logit of the final share, ln of the time of half and ln of the steepness, from many starts.
library(jsonlite)
logLik <- function(p, hours, fresh, never) {
  d <- plogis(p[1]); e <- exp(p[2]); b <- exp(p[3])
  F <- d * plogis(b * log(hours / e))
  cell <- diff(c(0, F))
  n <- c(fresh, never); prob <- c(cell, 1 - F[length(F)])
  if (any(prob[n > 0] <= 0)) return(-1e10)
  sum(n[n > 0] * log(prob[n > 0]))
}
fit <- function(name, hours, emerged, sown) {
  fresh <- diff(c(0, emerged)); never <- sown - tail(emerged, 1)
  best <- NULL
  for (d in c(0, 1.5, 4, 8)) for (e in quantile(hours, c(0.1, 0.4, 0.7, 1))) for (b in c(3, 10, 30)) {
    o <- optim(c(d, log(e), log(b)), logLik, hours = hours, fresh = fresh, never = never,
               method = "Nelder-Mead", control = list(fnscale = -1, reltol = 1e-15, maxit = 20000))
    o <- optim(o$par, logLik, hours = hours, fresh = fresh, never = never,
               method = "Nelder-Mead", control = list(fnscale = -1, reltol = 1e-15, maxit = 20000))
    if (is.null(best) || o$value > best$value) best <- o
  }
  d <- plogis(best$par[1]); e <- exp(best$par[2]); b <- exp(best$par[3])
  at <- function(s) e * (s / (1 - s))^(1 / b)
  list(name = name, visits = data.frame(hours = hours, emerged = emerged), sown = sown,
       finalShare = d, t10H = at(0.1), t50H = at(0.5), t90H = at(0.9), spreadH = at(0.9) - at(0.1),
       logLikelihood = best$value)
}
cases <- list(
  fit("three visits, all still rising", c(190, 238, 286), c(20, 75, 90), 100),
  fit("four visits, one before anything", c(150, 198, 246, 294), c(0, 31, 84, 92), 100),
  fit("five visits, done at the last two", c(168, 216, 264, 312, 360), c(3, 40, 85, 93, 93), 97),
  fit("many visits, one a day", 24 * (7:15), c(2, 9, 30, 61, 79, 86, 90, 91, 91), 95),
  fit("slow and uneven", c(200, 248, 296, 344, 440), c(12, 35, 58, 70, 79), 100),
  fit("quick and even", c(180, 192, 204, 216, 228), c(4, 71, 166, 188, 190), 200),
  fit("every seed came", c(190, 214, 238, 262), c(10, 30, 48, 50), 50),
  fit("still coming at the last visit", c(190, 214, 238), c(2, 9, 30), 100),
  fit("most up at the first visit", c(240, 288, 336, 384), c(70, 88, 94, 95), 100),
  fit("few seeds", c(190, 238, 286, 334), c(1, 4, 7, 8), 10),
  fit("two thousand seeds", c(190, 214, 238, 286, 334), c(133, 610, 1240, 1822, 1871), 2000),
  fit("a pause between two flushes", c(190, 238, 286, 334), c(40, 40, 70, 71), 100),
  fit("half the seeds never come", c(190, 238, 286, 334), c(16, 41, 49, 50), 100))
# No curve is best: only how likely the steepest ones become can be compared.
degenerate <- lapply(list(
  list("all between two visits", c(190, 238, 286), c(0, 90, 90), 100),
  list("new at two neighbouring visits", c(190, 238, 286), c(0, 40, 90), 100),
  list("two visits", c(190, 238), c(40, 90), 100)),
  function(a) { f <- do.call(fit, a); c(f[c("name", "visits", "sown", "logLikelihood")]) })
cat(toJSON(list(cases = cases, degenerate = degenerate), digits = 12, auto_unbox = TRUE))
