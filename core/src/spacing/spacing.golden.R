# Makes spacing.golden.json: interval classes and indexes worked out independently in R.
# Run from this folder: Rscript spacing.golden.R
library(jsonlite)
set.seed(20270527)
one <- function(n, x, skip, double, scatter) {
  slot <- sort(c(which(runif(n) > skip), sample(n, rbinom(1, n, double))))
  pos <- sort(slot * x + rnorm(length(slot), 0, scatter))
  pos <- round(pos - min(pos), 4)
  d <- diff(pos)
  k <- cut(d, c(-Inf, (seq(0, 12) + 0.5) * x), labels = FALSE) - 1
  n1 <- sum(k == 0); n2 <- sum(k == 1); empty <- sum(pmax(k - 1, 0)); N <- n2 + sum(k[k > 1])
  list(referenceM = x, positionsM = pos, intervals = length(d), meanM = mean(d), sdM = sd(d), cv = sd(d) / mean(d),
       multiples = n1, singles = n2, misses = sum(k > 1), emptySlots = empty, slots = N,
       multiplesIndex = n1 / N, missIndex = empty / N, qualityOfFeedIndex = 1 - n1 / N - empty / N,
       precision = sd(d[k == 1]) / x)
}
cases <- list(one(60, 0.166, 0.05, 0.02, 0.02), one(120, 0.2489, 0.12, 0.05, 0.06), one(40, 0.05, 0.3, 0.1, 0.015))
write(toJSON(cases, auto_unbox = TRUE, digits = I(15)), "spacing.golden.json")
