# Makes estimateWeights.golden.json: Fieller's interval worked out in R.
# Run from this folder: Rscript estimateWeights.golden.R
library(jsonlite)
set.seed(12)
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
write(toJSON(c(weights, list(wild)), digits = I(15), auto_unbox = TRUE, null = "null", na = "null"),
      "estimateWeights.golden.json")
