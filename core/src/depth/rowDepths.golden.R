# Rscript rowDepths.golden.R > rowDepths.golden.json   (Debian: r-cran-jsonlite)
# Base R only: ANOVA, t-tests with the pooled variance, Holm, Wilson without continuity correction.
library(jsonlite)
set.seed(12)
row <- rep(1:6, c(5, 5, 4, 6, 5, 3))
depth <- round(rnorm(length(row), ifelse(row == 2, 0.036, ifelse(row == 5, 0.059, 0.0508)), 0.005), 4)
target <- 0.0508; tolerance <- 0.00635
a <- anova(lm(depth ~ factor(row)))
s <- sqrt(a[2, "Mean Sq"]); df <- a[2, "Df"]
n <- as.vector(table(row)); m <- as.vector(tapply(depth, row, mean))
t <- (m - target) / (s / sqrt(n)); p <- 2 * pt(-abs(t), df)
inside <- as.vector(tapply(abs(depth - target) <= tolerance, row, sum))
w <- t(mapply(function(x, k) prop.test(x, k, correct = FALSE)$conf.int, inside, n))
cat(toJSON(list(readings = data.frame(row, depthM = depth), targetM = target, toleranceM = tolerance,
  f = a[1, "F value"], df1 = a[1, "Df"], df2 = df, pF = a[1, "Pr(>F)"],
  mean = m, p = p, pHolm = p.adjust(p, "holm"), half = qt(0.975, df) * s / sqrt(n), lower = w[, 1], upper = w[, 2]),
  digits = 15, auto_unbox = TRUE))
