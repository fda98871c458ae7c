# Makes digs.golden.json: R's own answers for pairs, allowances, shares and own weights.
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
# Fieller by its formula: the roots of (m1 - theta m0)^2 = t^2 (v1 + theta^2 v0).
fieller <- function(a, b) {
  m1 <- mean(a); m0 <- mean(b); v1 <- var(a) / length(a); v0 <- var(b) / length(b); w <- m1 / m0
  df <- (v1 + w^2 * v0)^2 / (v1^2 / (length(a) - 1) + (w^2 * v0)^2 / (length(b) - 1))
  t2 <- qt(0.975, df)^2
  r <- sort(Re(polyroot(c(m1^2 - t2 * v1, -2 * m1 * m0, m0^2 - t2 * v0))))
  if (m0^2 - t2 * v0 <= 0) r <- c(NA, NA)
  list(weight = w, lower = r[1], upper = r[2], n = length(a))
}
weights <- lapply(c(3, 8, 20), function(n) {
  inStep <- round(rnorm(n + 2, 180, 30), 1); one <- round(rnorm(n, 130, 35), 1)
  two <- round(pmax(0, rnorm(n, 25, 30)), 1)
  list(inStep = I(inStep), oneBehind = I(one), twoBehind = I(two),
       weights = list(oneBehind = fieller(one, inStep), twoBehind = fieller(two, inStep)))
})
wild <- list(inStep = I(c(1, 100, 3)), oneBehind = I(c(50, 60, 2)), twoBehind = I(numeric(0)),
             weights = list(oneBehind = fieller(c(50, 60, 2), c(1, 100, 3)), twoBehind = NULL))
write(toJSON(list(pairs = pairs, allowance = allowance, shares = list(counts = counts, answers = shares),
                  weights = c(weights, list(wild))), digits = I(15), auto_unbox = TRUE, null = "null", na = "null"),
      "digs.golden.json")
