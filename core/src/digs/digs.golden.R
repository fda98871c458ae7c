# Makes digs.golden.json: R's own answers for pairs, allowances and shares.
# Run from this folder: Rscript digs.golden.R
library(jsonlite)
set.seed(12)
pairs <- lapply(c(2, 5, 10, 24), function(n) {
  neighbour <- round(rnorm(n, 0.05, 0.004), 4)
  late <- round(neighbour - 0.008 + rnorm(n, 0, 0.007), 4)
  if (n > 4) late[2] <- neighbour[2]
  t <- t.test(late, neighbour, paired = TRUE)
  lower <- sum(late < neighbour); higher <- sum(late > neighbour)
  list(late = I(late), neighbour = I(neighbour), mean = unname(t$estimate), se = t$stderr,
       interval = I(as.numeric(t$conf.int)), p = t$p.value, lower = lower, higher = higher,
       sign = binom.test(lower, lower + higher)$p.value)
})
allowance <- expand.grid(seeds = c(12, 200, 1000), failed = c(0, 1, 9), germination = c(0.8, 0.95, 1))
allowance$p <- mapply(function(n, k, g) binom.test(k, n, 1 - g, alternative = "greater")$p.value,
                      allowance$seeds, allowance$failed, allowance$germination)
counts <- list(noSeed = 7, rotten = 3, dry = 0, bent = 2)
n <- sum(unlist(counts))
shares <- lapply(counts, function(k) {
  ci <- suppressWarnings(prop.test(k, n, correct = FALSE))$conf.int
  list(share = k / n, lower = ci[1], upper = ci[2])
})
write(toJSON(list(pairs = pairs, allowance = allowance, shares = list(counts = counts, answers = shares)),
             digits = I(15), auto_unbox = TRUE), "digs.golden.json")
