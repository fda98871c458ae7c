# Rscript localVariance.golden.R > localVariance.golden.json   (Debian: r-cran-jsonlite)
# Another road to the same figures: residuals of every neighbourhood as a matrix, the freedom from its eigenvalues.
library(jsonlite)
one <- function(name, x, y, value, zone, block) {
  n <- length(value); rows <- list()
  for (i in seq_len(n)) {
    own <- which(zone == zone[i])
    k <- min(3, length(own))
    if (k < 2) next
    near <- own[order((x[own] - x[i])^2 + (y[own] - y[i])^2)][seq_len(k)]
    w <- numeric(n); w[near] <- -1 / k; w[i] <- w[i] + 1
    rows[[length(rows) + 1]] <- sqrt(k / (k - 1)) * w
  }
  D <- do.call(rbind, rows)
  B <- if (all(table(block) >= 2) && length(unique(block)) > 1) model.matrix(~ 0 + factor(block)) else NULL
  M <- if (is.null(B)) diag(n) else diag(n) - B %*% solve(crossprod(B)) %*% t(B)
  lambda <- svd(D %*% M)$d^2
  list(name = name, stops = lapply(seq_len(n), function(i)
         list(value = value[i], at = c(x[i], y[i]), zone = zone[i], block = block[i])),
       variance = sum((D %*% M %*% (value - mean(value)))^2) / sum(lambda), df = sum(lambda)^2 / sum(lambda^2))
}
set.seed(11)
draw <- function(n) list(x = round(runif(n, 0, 400), 1), y = round(runif(n, 0, 400), 1), v = round(rnorm(n, 7.5, 0.6), 3))
a <- draw(9); b <- draw(14); c <- draw(12)
cat(toJSON(list(
  one("one zone", a$x, a$y, a$v, rep("", 9), rep("all", 9)),
  one("three zones, one with a single stop", b$x, b$y, b$v, rep(c("clay", "sand", "low"), c(8, 5, 1)), rep("all", 14)),
  one("blocks of rows by turns", c$x, c$y, c$v + rep(c(0, -1, 0.5), 4), rep("", 12), rep(c("1 2", "3 4", "5 6"), 4))
), digits = 15, auto_unbox = TRUE))
