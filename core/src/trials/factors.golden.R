# Answers to check analyseFactors and analyseByCovariate against, by lm(): Rscript factors.golden.R > factors.golden.json
library(jsonlite)
two <- function(seed, gone = integer()) {
  set.seed(seed)
  plots <- expand.grid(a = c("1.5 in", "2 in", "2.5 in"), b = c("light", "firm"), block = paste0("b", 1:4), stringsAsFactors = FALSE)
  plots$value <- 1.1 + 0.04 * (plots$a == "2 in") + 0.05 * (plots$b == "firm") * (plots$a == "2.5 in") +
    rnorm(4, 0, 0.05)[as.integer(sub("b", "", plots$block))] + rnorm(nrow(plots), 0, 0.04)
  if (length(gone)) plots <- plots[-gone, ]
  for (n in c("a", "b", "block")) plots[[n]] <- factor(plots[[n]], unique(plots[[n]]))
  fit <- lm(value ~ block + a * b, plots)
  table <- anova(fit)
  cells <- expand.grid(a = levels(plots$a), b = levels(plots$b), block = levels(plots$block))
  cells$value <- predict(fit, cells)
  list(plots = plots, anova = lapply(seq_len(nrow(table)), function(i) list(df = table$Df[i], ss = table$`Sum Sq`[i], p = table$`Pr(>F)`[i])),
    cells = aggregate(value ~ a + b, cells, mean))
}
covariate <- function(seed) {
  set.seed(seed)
  plots <- expand.grid(treatment = c("1.5 in", "2.5 in"), block = paste0("b", 1:8), stringsAsFactors = FALSE)
  plots$covariate <- runif(nrow(plots), 0.1, 0.35)
  plots$value <- 1 + ifelse(plots$treatment == "1.5 in", 1.2, 0.2) * plots$covariate - 0.22 * (plots$treatment == "1.5 in") +
    rnorm(8, 0, 0.03)[as.integer(sub("b", "", plots$block))] + rnorm(nrow(plots), 0, 0.02)
  for (n in c("treatment", "block")) plots[[n]] <- factor(plots[[n]], unique(plots[[n]]))
  fit <- lm(value ~ block + treatment + treatment:covariate, plots)
  alike <- lm(value ~ block + treatment + covariate, plots)
  test <- anova(alike, fit)
  b <- coef(fit); V <- vcov(fit); df <- df.residual(fit)
  n1 <- "treatment2.5 in"; s1 <- "treatment1.5 in:covariate"; s2 <- "treatment2.5 in:covariate"
  # First less second: -n1 + (s1 - s2) x; Fieller for where it is 0.
  u <- setNames(numeric(length(b)), names(b)); u[n1] <- -1; w <- u * 0; w[s1] <- 1; w[s2] <- -1
  p <- sum(u * b); q <- sum(w * b)
  vpp <- drop(t(u) %*% V %*% u); vqq <- drop(t(w) %*% V %*% w); vpq <- drop(t(u) %*% V %*% w)
  t2 <- qt(0.975, df)^2
  A <- q^2 - t2 * vqq; B <- 2 * (p * q - t2 * vpq); C <- p^2 - t2 * vpp
  D <- B^2 - 4 * A * C
  at <- 0.2; wx <- u + at * w
  list(plots = plots, slopes = c(b[s1], b[s2]), seSlopes = sqrt(c(V[s1, s1], V[s2, s2])), f = test$F[2], p = test$`Pr(>F)`[2], df2 = df,
    crossing = -p / q, interval = if (A > 0) sort((-B + c(-1, 1) * sqrt(D)) / (2 * A)) else NULL,
    difference = sum(wx * b), se = sqrt(drop(t(wx) %*% V %*% wx)))
}
cat(toJSON(list(factors = list(two(1), two(2, c(4, 17))), covariate = lapply(1:3, covariate)), digits = NA, auto_unbox = TRUE))
