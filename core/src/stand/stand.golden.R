# Makes stand.golden.json: stand means, t-intervals and stops needed, worked out independently in R.
# Run from this folder: Rscript stand.golden.R
library(jsonlite)
set.seed(527)
one <- function(n, lambda, conf) {
  stops <- lapply(seq_len(n), function(i) {
    k <- sample(1:3, 1)
    data.frame(lengthM = round(runif(k, 3, 6), 2), rowWidthM = 0.762, inStep = rpois(k, lambda), oneBehind = rpois(k, 2), twoBehind = rpois(k, 1))
  })
  dens <- sapply(stops, function(s) sum(s$inStep + s$oneBehind + s$twoBehind) / sum(s$lengthM * s$rowWidthM))
  eff <- sapply(stops, function(s) sum(s$inStep + 0.75 * s$oneBehind) / sum(s$lengthM * s$rowWidthM))
  tt <- t.test(dens, conf.level = conf); te <- t.test(eff, conf.level = conf)
  m <- 2; while (qt((1 + conf) / 2, m - 1) * sd(dens) / sqrt(m) > 0.05 * mean(dens)) m <- m + 1
  list(confidence = conf, stops = stops, meanPerM2 = mean(dens), sePerM2 = sd(dens) / sqrt(n), intervalPerM2 = as.numeric(tt$conf.int),
       cv = sd(dens) / mean(dens), effectiveMean = mean(eff), effectiveInterval = as.numeric(te$conf.int), needed = m)
}
write(toJSON(list(one(8, 30, 0.95), one(3, 24, 0.9), one(20, 33, 0.99)), auto_unbox = TRUE, digits = I(15)), "stand.golden.json")
